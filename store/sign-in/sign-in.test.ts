import { rmSync } from "node:fs";
import { resolve } from "node:path";
import { expect, test } from "vitest";
import { besideUrl, makeBeside, swapIn } from "../beside";
import { database } from "../database";
import { dumpShop, loadBackup } from "../dump";
import { environment } from "../environment";
import { ownDatabase } from "../own-database.test.rig";
import { deviceOf, letIn, listDevices, revokeDevice, switchTo } from "./devices";
import { makePairing, takePairing } from "./pairings";
import { addPerson, changePerson, listPeople, ownerByPassword, personByPin } from "./people";
import { codeAsMade } from "./secrets";
import { TooManyTries } from "./slowed";

ownDatabase(".test-output/sign-in");

const person = (name: string, role: "owner" | "builder" = "builder", pin = "2580") => ({
  ...{ id: crypto.randomUUID(), name, role, pin },
  ...(role === "owner" && { password: "three odd words" }),
});

test("a code lets one device in, once, however it is typed; of many at the same moment one", async () => {
  const { code } = await makePairing("Ada Fell");
  expect(code).toMatch(/^[A-Z0-9]{4}-[A-Z0-9]{4}$/);
  expect(codeAsMade(` ${code.toLowerCase().replace("-", " ")} `)).toBe(code);
  const came = await Promise.all(Array.from({ length: 5 }, (_, i) => takePairing(`10.0.0.${i}`, code)));
  expect(came.filter((c) => c !== null)).toEqual([{ asOwner: false }]);
  const late = await makePairing("Ada Fell");
  await database()("pairings")
    .whereNull("used_at")
    .update({ expires_at: new Date(Date.now() - 1) });
  expect(await takePairing("10.0.1.1", late.code)).toBeNull();
  // What is kept of a code lets nobody in.
  expect(JSON.stringify(await database()("pairings").select())).not.toContain(late.code);
});

test("a device is known by what it keeps; shut out it is none at once, and nothing in the record would let another in", async () => {
  const { id, token } = await letIn("bench tablet", null);
  const bo = person("Bo Marsh");
  await addPerson(bo);
  expect(await deviceOf(token)).toMatchObject({ id, name: "bench tablet", person: null });
  await switchTo(id, bo.id);
  expect((await deviceOf(token))?.person).toEqual({ id: bo.id, name: "Bo Marsh", role: "builder" });
  expect(JSON.stringify(await database()("devices").select())).not.toContain(token);
  await changePerson(bo.id, { left: true });
  expect((await deviceOf(token))?.person).toBeNull();
  expect(await revokeDevice(id)).toBe("bench tablet");
  expect(await deviceOf(token)).toBeNull();
  expect(await deviceOf(`${token}x`)).toBeNull();
  expect((await listDevices()).some((d) => d.id === id)).toBe(false);
});

test("looked up the moment it is shut out, a device is out from then on all the same", async () => {
  for (let i = 0; i < 60; i++) {
    const { id, token } = await letIn(`tablet ${i}`, null);
    // A page that asks all the time, some of it while it is shut out.
    const asking = Array.from({ length: 12 }, async (_, k) => {
      await new Promise((done) => setTimeout(done, k / 3));
      return deviceOf(token);
    });
    await new Promise((done) => setTimeout(done, i % 4));
    await revokeDevice(id);
    await Promise.all(asking);
    expect([i, await deviceOf(token)]).toEqual([i, null]);
  }
});

test("twenty wrong PINs: five are looked at, then whoever tries waits, by person on every device and by device for every person", async () => {
  const [ines, cy] = [person("Ines Toll", "builder", "4711"), person("Cy Penn", "builder", "9317")];
  for (const p of [ines, cy]) await addPerson(p);
  let [refused, waits] = [0, 0];
  for (let i = 0; i < 20; i++)
    await personByPin(`tablet-${i % 4}`, ines.id, "0000").then(
      (who) => {
        if (who === null) refused++;
      },
      (error) => {
        expect(error).toBeInstanceOf(TooManyTries);
        expect(error.wait).toBeGreaterThan(30);
        waits++;
      },
    );
  expect([refused, waits]).toEqual([5, 15]);
  await expect(personByPin("tablet-9", ines.id, "4711")).rejects.toThrow(/wait \d+ seconds/);
  expect(await personByPin("tablet-9", cy.id, "9317")).toMatchObject({ name: "Cy Penn" });
  // A minute on, the right one is let in, and what was right is not counted.
  await database()("tries").update({ expire: Date.now() - 1 });
  for (let i = 0; i < 12; i++)
    expect(await personByPin("tablet-9", ines.id, "4711")).toMatchObject({ name: "Ines Toll" });
});

test("an owner's password is the owner's; the last owner stays one; a name stands for one person for ever", async () => {
  const ada = person("Ada Fell", "owner");
  await addPerson(ada);
  await addPerson(ada);
  expect((await listPeople()).filter((p) => p.name === "Ada Fell")).toHaveLength(1);
  expect(await ownerByPassword("10.0.0.9", "Ada Fell", "three odd words")).toMatchObject({ id: ada.id });
  expect(await ownerByPassword("10.0.0.9", "Ada Fell", "three odd word")).toBeNull();
  expect(await ownerByPassword("10.0.0.8", "Cy Penn", "9317")).toBeNull();
  await expect(changePerson(ada.id, { role: "builder" })).rejects.toThrow(/only owner/);
  await expect(changePerson(ada.id, { left: true })).rejects.toThrow(/only owner/);
  await expect(addPerson(person("Bo Marsh"))).rejects.toThrow(/Bo Marsh works here already/);
  expect(JSON.stringify(await database()("people").select())).not.toMatch(/three odd words|2580|4711/);
});

test("a copy takes no PIN and no device along, and put back it brings nobody in that was shut out", async () => {
  const { id, token } = await letIn("lost phone", null);
  const url = environment().DATABASE_URL ?? "";
  const file = resolve(".test-output/sign-in-copy.sql.gz");
  rmSync(file, { force: true });
  await dumpShop(url, file);
  await revokeDevice(id);
  const people = await listPeople();
  await makeBeside(database(), url, "beside");
  await loadBackup(besideUrl(url, "beside"), file);
  const there = database();
  for (const table of ["people", "devices", "pairings", "tries", "deeds"])
    expect(await there(`${new URL(besideUrl(url, "beside")).pathname.slice(1)}.${table}`).count({ n: "*" })).toEqual([
      { n: 0 },
    ]);
  await swapIn(database(), url);
  expect(await deviceOf(token)).toBeNull();
  expect(await listPeople()).toEqual(people);
});
