import { expect, test } from "vitest";
import { addAct, listActs } from "@/store/acts";
import { databaseAnswers } from "@/store/answers";
import { askedOf, askedServer, openDatabase } from "@/store/database";
import { saveOrder, timesOrdered } from "@/store/desk-order";
import { changeJob, findJob, jobsOfWheel } from "@/store/jobs";
import { leasedFor, takeLease } from "@/store/lease";
import { addMeasurement, listMeasurements } from "@/store/measurements";
import { migrate } from "@/store/migrate";
import { openJob } from "@/store/open-job";
import { asUser, withName } from "@/store/record-address";
import { stateOf } from "@/store/record-server";
import { addReadings, listRounds, openRound } from "@/store/rounds";
import { addSheet } from "@/store/sheets";
import { eraseShop, listShops, makeShop, shopUrl, tellRights } from "@/store/shops";
import { makePairing, takePairing } from "@/store/sign-in/pairings";
import { addPerson, changePerson, listPeople } from "@/store/sign-in/people";
import { importStock, listStock, moveStock, saveStock } from "@/store/stock";
import { keeperOf } from "../shops/shop-access";
import { ownNodes } from "./nodes.test.rig";

// One record on three servers: what two of them are asked in the same moment ends as if one had been asked after the other.

const nodes = ownNodes(".test-output/several-servers");
/** All servers have what was confirmed at any. */
const settled = () => everywhere(async () => null);
const id = () => crypto.randomUUID();
const PAIRS = 15;

/** The same moment at two servers, another two each time. */
const atTwo = <A, B>(turn: number, one: () => Promise<A>, other: () => Promise<B>) =>
  Promise.allSettled([nodes.at(turn % 3, one), nodes.at((turn + 1) % 3, other)]);
const taken = (came: readonly PromiseSettledResult<unknown>[]) => came.filter((c) => c.status === "fulfilled").length;
/** What a server knows once it has all that was confirmed anywhere. */
const known = async <T>(node: number, look: () => Promise<T>): Promise<T> => {
  const position = async (n: number) =>
    Number((await nodes.db(n).raw("show status like 'wsrep_last_committed'"))[0][0].Value);
  const most = Math.max(...(await Promise.all([0, 1, 2].map(position))));
  while ((await position(node)) < most) await new Promise((r) => setTimeout(r, 20));
  return nodes.at(node, look);
};
const everywhere = async <T>(look: () => Promise<T>): Promise<T> => {
  const [a, b, c] = await Promise.all([0, 1, 2].map((n) => known(n, look)));
  expect(b).toEqual(a);
  expect(c).toEqual(a);
  return a;
};
const job = async () => (await nodes.at(0, () => openJob({ id: id(), kind: "rebuild" }))).id;

test("every table has a key: a row without one could be there otherwise on every server", async () => {
  const [rows] = await nodes
    .db(0)
    .raw(
      "select t.table_name as name from information_schema.tables t left join information_schema.table_constraints c on c.table_schema = t.table_schema and c.table_name = t.table_name and c.constraint_type = 'PRIMARY KEY' where t.table_schema = database() and t.table_type = 'BASE TABLE' and c.constraint_name is null",
    );
  expect(rows).toEqual([]);
});

test("one figure put down by two hands at once: both stand, and one is told that it stands beside the other", async () => {
  const jobId = await job();
  await everywhere(() => findJob(jobId));
  for (let i = 0; i < PAIRS; i++) {
    const put = (typed: string, value: number) => () =>
      addMeasurement({
        ...{ id: id(), jobId, name: "rim.height", place: i, role: "new", typed, unit: "mm", value },
        ...{ method: "vernier", who: typed, seen: null },
      });
    const came = await atTwo(i, put("30", 30), put("31", 31));
    expect(came.map((c) => c.status)).toEqual(["fulfilled", "fulfilled"]);
    const told = came.flatMap((c) => (c.status === "fulfilled" ? [c.value.beside !== null] : []));
    expect(told.filter(Boolean)).toHaveLength(1);
  }
  const figures = await everywhere(() => listMeasurements(jobId, "rim.height"));
  expect(figures).toHaveLength(2 * PAIRS);
  for (let i = 0; i < PAIRS; i++) {
    const [first, second] = figures.filter((f) => f.place === i);
    expect([first.beside, second.beside]).toEqual([null, first.id]);
  }
});

test("rounds begun at once are numbered one after another, whatever is read meanwhile stands in the order it was confirmed", async () => {
  const jobId = await job();
  await everywhere(() => findJob(jobId));
  const rounds: string[] = [];
  for (let i = 0; i < PAIRS; i++) {
    const [one, two] = [id(), id()];
    const came = await atTwo(
      i,
      () => openRound(jobId, { id: one }),
      () => openRound(jobId, { id: two }),
    );
    expect(came.map((c) => c.status)).toEqual(["fulfilled", "fulfilled"]);
    rounds.push(one, two);
  }
  const listed = await everywhere(() => listRounds(jobId));
  expect(listed.map((r) => r.number)).toEqual(rounds.map((_, i) => i + 1));
  // A walk that changes its server at every stop.
  const confirmed: string[] = [];
  for (let i = 0; i < 60; i++) {
    const reading = {
      id: id(),
      what: "lateral" as const,
      spoke: (i % 36) + 1,
      value: i / 100,
      typed: `${i}`,
      doubtful: false,
    };
    await nodes.at(i % 3, () => addReadings(rounds[0], [reading]));
    confirmed.push(reading.id);
  }
  const walked = (await everywhere(() => listRounds(jobId))).find((r) => r.id === rounds[0]);
  expect(walked?.readings.map((r) => r.id)).toEqual(confirmed);
  const acts = [...Array(30)].map(id);
  for (const [i, act] of acts.entries())
    await nodes.at(i % 3, () => addAct(jobId, { id: act, act: { what: "laced", spoke: i } as never, who: "" }));
  expect((await everywhere(() => listActs(jobId))).map((a) => a.id)).toEqual(acts);
});

test("wheels booked in at once have a mark each; of two given the same one, one is told whose it is; visits are counted", async () => {
  const wheel = await nodes.at(0, () => openJob({ id: id(), kind: "rebuild", mark: "K-1" }));
  for (let i = 0; i < PAIRS; i++) {
    const booked = await atTwo(
      i,
      () => openJob({ id: id(), kind: "rebuild", customer: `a${i}` }),
      () => openJob({ id: id(), kind: "rebuild", customer: `b${i}` }),
    );
    expect(taken(booked)).toBe(2);
    const [a, b] = booked.flatMap((c) => (c.status === "fulfilled" ? [c.value] : []));
    expect(a.mark).not.toBe(b.mark);
    await everywhere(() => findJob(a.id));
    const renamed = await atTwo(
      i,
      () => changeJob(a.id, { seen: a, change: { mark: `same-${i}` } }),
      () => changeJob(b.id, { seen: b, change: { mark: `same-${i}` } }),
    );
    expect(taken(renamed)).toBe(1);
    expect(renamed.find((c) => c.status === "rejected")).toMatchObject({ reason: { path: "mark" } });
    await atTwo(
      i,
      () => openJob({ id: id(), kind: "check-only", wheelId: wheel.wheelId }),
      () => openJob({ id: id(), kind: "check-only", wheelId: wheel.wheelId }),
    );
  }
  const marks: string[] = await everywhere(() => nodes.db(0)("wheels").orderBy("mark").pluck("mark"));
  expect(new Set(marks.map((m) => m.toLowerCase())).size).toBe(marks.length);
  const visits = await everywhere(async () => {
    const jobs = await jobsOfWheel(wheel.wheelId);
    return (
      await nodes
        .db(0)("jobs")
        .whereIn(
          "id",
          jobs.map((j) => j.id),
        )
        .pluck("visit")
    ).sort((x: number, y: number) => x - y);
  });
  expect(visits).toEqual([...Array(2 * PAIRS + 1)].map((_, i) => i + 1));
});

test("two hands in one drawer: what is not there is taken by nobody, and a list brings it to what it says", async () => {
  const drawer = {
    kind: "spoke" as const,
    name: "plain",
    size: 168,
    diameter: 3.66,
    pitch: 0.635,
    place: "A",
    reorderAt: 5,
  };
  for (let i = 0; i < PAIRS; i++) {
    const stockId = id();
    await nodes.at(0, () => saveStock({ id: stockId, ...drawer }));
    await nodes.at(0, () => moveStock({ id: id(), stockId, jobId: null, change: 5, note: "" }));
    await everywhere(listStock);
    const take = () => moveStock({ id: id(), stockId, jobId: null, change: -3, note: "" });
    const came = await atTwo(i, take, take);
    expect(taken(came)).toBe(1);
    expect(came.find((c) => c.status === "rejected")).toMatchObject({ reason: { path: "change" } });
    const held = async () => (await everywhere(listStock)).find((s) => s.id === stockId)?.held;
    expect(await held()).toBe(2);
    const list = () => importStock([{ id: stockId, ...drawer, held: 9, price: null }]);
    expect(taken(await atTwo(i, list, list))).toBe(2);
    expect(await held()).toBe(9);
    // The same letter at two servers.
    const move = { id: id(), stockId, jobId: null, change: -4, note: "" };
    expect(
      taken(
        await atTwo(
          i,
          () => moveStock(move),
          () => moveStock(move),
        ),
      ),
    ).toBe(2);
    expect(await held()).toBe(5);
  }
});

/** Of three wheels, two by two. */
const ORDERS = [
  [0, 1, 2],
  [0, 2, 1],
  [1, 0, 2],
  [1, 2, 0],
  [2, 0, 1],
  [2, 1, 0],
] as const;

test("a signature, an order of the wheels, a code, the last owner: of two at once one counts", async () => {
  const jobId = await job();
  const wheels = [jobId, await job(), await job()];
  const owners = [id(), id()];
  for (const [i, owner] of owners.entries())
    await nodes.at(0, () => addPerson({ id: owner, name: `O${i}`, role: "owner", pin: "2580" }));
  await everywhere(listPeople);
  const sheet = id();
  const sign = () => addSheet({ id: sheet, jobId, contents: { lines: [] }, signedBy: "W. Bench" });
  expect(taken(await atTwo(0, sign, sign))).toBe(2);
  expect(await everywhere(() => nodes.db(0)("sheets").where({ job_id: jobId }).pluck("id"))).toEqual([sheet]);
  for (let i = 0; i < 8; i++) {
    const seen = await everywhere(timesOrdered);
    // Neither is how they stand already.
    const [one, other] = ORDERS.slice((2 * i) % 6).map((order) => order.map((at) => wheels[at]));
    const dragged = await atTwo(
      i,
      () => saveOrder(one, seen),
      () => saveOrder(other, seen),
    );
    expect(taken(dragged)).toBe(1);
    expect(await everywhere(timesOrdered)).toBe(seen + 1);
    const { code } = await nodes.at(0, () => makePairing("O0"));
    await everywhere(timesOrdered);
    const tried = await atTwo(
      i,
      () => takePairing(`x${i}`, code),
      () => takePairing(`y${i}`, code),
    );
    expect(tried.map((c) => c.status)).toEqual(["fulfilled", "fulfilled"]);
    expect(tried.filter((c) => c.status === "fulfilled" && c.value !== null)).toHaveLength(1);
  }
  const left = await atTwo(
    1,
    () => changePerson(owners[0], { role: "builder" }),
    () => changePerson(owners[1], { role: "builder" }),
  );
  expect(taken(left)).toBe(1);
  expect((await everywhere(listPeople)).filter((p) => p.role === "owner")).toHaveLength(1);
});

test("brought up from two servers at once it is brought up once; what one program does alone the others find taken", async () => {
  const [a, b] = [nodes.db(0), nodes.db(1)];
  await a.raw("drop table leases");
  await a("knex_migrations").where({ name: "023-several-servers" }).delete();
  // Made already, it is passed over only by one who knows that it was begun.
  await a("migrations_begun").insert({ name: "023-several-servers" });
  expect(taken(await Promise.allSettled([migrate(a), migrate(b)]))).toBe(2);
  expect(await everywhere(() => nodes.db(2)("knex_migrations").where({ name: "023-several-servers" }))).toHaveLength(1);
  const leases = await Promise.all([
    takeLease(a, "restore", 0, "looked into"),
    takeLease(b, "restore", 0, "looked into"),
  ]);
  expect(leases.filter((l) => l !== null)).toHaveLength(1);
  expect(await known(2, () => leasedFor(nodes.db(2), "restore"))).toBe("looked into");
  await leases.find((l) => l !== null)?.release();
  await (await takeLease(b, "restore"))?.release();
  // One that did not live to give it back.
  await takeLease(a, "restore");
  await a("leases").update({ until: new Date("2001-01-01"), holder: "dead" });
  await everywhere(timesOrdered);
  const next = await takeLease(b, "restore");
  expect(next).not.toBeNull();
  await next?.release();
});

test("the asked server killed, frozen, cut off, its disk lost: another is asked, nothing confirmed is lost, the nearest again when it is back", async () => {
  const db = openDatabase(nodes.all.urlFrom(2), { inTime: true });
  const jobId = await job();
  const round = id();
  await nodes.at(0, () => openRound(jobId, { id: round }));
  const [near] = [nodes.all.nodes[2]];
  const confirmed: string[] = [];
  const sent: string[] = [];
  const pause = (ms: number) => new Promise((r) => setTimeout(r, ms));
  /** Reads on, each reading until it is confirmed, so many more once it is so. @returns ms of the longest wait */
  const readUntil = async (isSo: () => boolean, more: number): Promise<number> => {
    let longest = 0;
    for (let since = 0; since < more; ) {
      const reading = { id: id(), what: "lateral" as const, spoke: 1, value: 0.1, typed: "x", doubtful: false };
      sent.push(reading.id);
      for (const began = Date.now(); ; await pause(50)) {
        const ok = await askedOf(db, () => addReadings(round, [reading])).then(
          () => true,
          () => false,
        );
        if (!ok) continue;
        longest = Math.max(longest, Date.now() - began);
        break;
      }
      confirmed.push(reading.id);
      if (isSo()) since++;
    }
    return longest;
  };
  const asksNearest = () => askedServer(db)?.now === near.url;
  await readUntil(asksNearest, 5);
  for (const blow of ["kill", "freeze", "cut"] as const) {
    const reading = readUntil(() => !asksNearest(), 30);
    if (blow === "kill") await near.end("SIGKILL");
    else if (blow === "freeze") near.tell("SIGSTOP");
    else near.cutOff(true);
    console.log(`${blow}: waited ${await reading} ms at most`);
    if (blow === "freeze") near.tell("SIGCONT");
    if (blow === "cut") near.cutOff(false);
    await nodes.all.again(near);
    // Asked again it is as soon as it is well.
    await readUntil(asksNearest, 5);
  }
  // Its disk is gone: it is given all of it by another, also when it ends in the middle of that.
  await near.lose();
  const coming = nodes.all.again(near);
  await expect.poll(() => near.runs, { timeout: 60_000 }).toBe(true);
  near.tell("SIGKILL");
  await coming;
  await readUntil(asksNearest, 5);
  expect(confirmed).toEqual(sent);
  const [first] = await everywhere(() => listRounds(jobId));
  expect(first.readings.map((r) => r.id)).toEqual(confirmed);
  await db.destroy();
});

test("one whose disk is slow holds up nobody: it is not asked until it has caught up, and has all of it then", async ({
  skip,
}) => {
  const near = nodes.all.nodes[2];
  const db = openDatabase(nodes.all.urlFrom(2), { inTime: true });
  const asksNearest = () => askedServer(db)?.now === near.url;
  const jobs = [await job(), await job(), await job(), await job()];
  await askedOf(db, () => findJob(jobs[0]));
  expect(asksNearest()).toBe(true);
  const asBefore = near.slowDisk();
  if (!asBefore) {
    await db.destroy();
    return skip("this machine, or who works here, cannot make a disk slow");
  }
  let put = 0;
  /** Four hands at another server. */
  const putUntil = (enough: () => boolean | Promise<boolean>) =>
    Promise.all(
      jobs.map(async (jobId) => {
        while (!(await enough())) {
          const place = put++;
          await nodes.at(0, () =>
            addMeasurement({
              ...{ id: id(), jobId, name: "rim.height", place, role: "new", typed: "30", unit: "mm", value: 30 },
              ...{ method: "", who: "" },
            }),
          );
        }
      }),
    );
  await putUntil(() => !asksNearest());
  const [before, began] = [put, Date.now()];
  await putUntil(() => put >= before + 400);
  console.log(`400 figures in ${Date.now() - began} ms beside one that takes 20 writes a second`);
  expect(await stateOf(near.url)).toBe("slow");
  asBefore();
  await near.serves();
  await expect.poll(asksNearest, { timeout: 60_000 }).toBe(true);
  expect((await Promise.all(jobs.map((jobId) => everywhere(() => listMeasurements(jobId))))).flat()).toHaveLength(put);
  await db.destroy();
});

test("a shop made through one server is there at all, reached by its own user alone; erased it is gone from all, its neighbour stays", async () => {
  const keepers = nodes.all.nodes.map((node) => keeperOf(node.url));
  const passwords = { north: "0a0a0a", "north-road": "0b0b0b" } as const;
  await makeShop(keepers[0], "north", passwords.north);
  await makeShop(keepers[1], "north-road", passwords["north-road"]);
  await settled();
  await expect(makeShop(keepers[2], "north", "0c")).rejects.toThrow("there is a shop called north already");
  for (const wrong of ["north_beside", "North", "1st", "a`b", "x'; drop", "", "a".repeat(31)])
    await expect(makeShop(keepers[0], wrong, "0c")).rejects.toThrow(/will not do; give small letters/);
  const open = keepers.map((keeper) => openDatabase(shopUrl(keeper, "north", passwords.north)));
  try {
    await open[2].raw("create table wheels (id int primary key)");
    await settled();
    for (const [i, db] of open.entries()) {
      expect(await listShops(keepers[i])).toEqual(["north", "north-road"]);
      await db.raw("insert into wheels values (?)", [i]);
      await settled();
      // What stands beside its own for a while it may make; nothing of anybody else's, with whatever name.
      await db.raw("create database if not exists shop_north_tryout");
      const [told] = await db.raw(
        "select count(*) as there from information_schema.schemata where schema_name like 'shop%road%' or schema_name = 'tall_compass'",
      );
      expect(Number(told[0].there)).toBe(0);
      for (const reach of [
        "select * from tall_compass.jobs",
        "select * from `shop_north-road`.wheels",
        "create table `shop_north-road`.taken (id int)",
        "create database `shop_north-road_beside`",
        "create database shop_northern",
        "select * from mysql.global_priv",
        "create user other identified by 'x'",
      ])
        await expect(db.raw(reach), reach).rejects.toMatchObject({
          errno: expect.toSatisfy((n) => [1044, 1142, 1227].includes(n)),
        });
    }
    // Who loads a file from elsewhere may not even read the shop it is for.
    const beside = openDatabase(
      asUser(withName(keepers[1], "shop_north_tryout"), "shop_north_beside", passwords.north),
    );
    try {
      await expect(beside.raw("select * from shop_north.wheels")).rejects.toMatchObject({ errno: 1142 });
    } finally {
      await beside.destroy();
    }
  } finally {
    for (const db of open) await db.destroy();
  }
  await eraseShop(keepers[1], "north");
  await settled();
  for (const keeper of keepers) expect(await listShops(keeper)).toEqual(["north-road"]);
  await expect(databaseAnswers(shopUrl(keepers[0], "north", passwords.north))).rejects.toThrow(/Access denied/);
  // Told a new password it is reached by that one from then on.
  await tellRights(keepers[2], "north-road", "0d0d0d");
  await settled();
  await databaseAnswers(shopUrl(keepers[0], "north-road", "0d0d0d"));
  await eraseShop(keepers[0], "north-road");
});
