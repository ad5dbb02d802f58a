import { describe, expect, test } from "vitest";
import { awayFrom, importAway, removeAway } from "@/store/away";
import { database } from "@/store/database";
import { find } from "@/store/find";
import { changeJob, findJob } from "@/store/jobs";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";

import { changeSettings, readSettings } from "@/store/settings";
import { refreshJob } from "./job-rows";
import { readShopFigures } from "./shop-figures";

ownDatabase(".test-output/shop");

const open = async (mark: string, customer: string, machine: string) => {
  const job = await openJob({ id: crypto.randomUUID(), kind: "rebuild", mark, customer, machine });
  await refreshJob(job.id);
  return job;
};

describe("the one box", () => {
  test("every word must begin one, newest first; signs, accents and an altered name are found as meant", async () => {
    // A machine of its own, so that nothing another test left is found.
    const machine = `Zeb${crypto.randomUUID().slice(0, 6)}`;
    const first = await open("ZF-1", "Jörg Åsen-Vale", machine);
    const second = await open("ZF-2", "Jorg Combe", machine);
    const third = await open("ZF-3", "Ines Combe", machine);
    // In one millisecond the order of arrival would be anyone's.
    for (const [i, job] of [first, second, third].entries()) {
      await database()("jobs")
        .where({ id: job.id })
        .update({ created_at: new Date(1_900_000_000_000 + i * 1000) });
      await refreshJob(job.id);
    }
    const marks = async (typed: string) => (await find(typed)).map((f) => f.mark);
    expect(await marks(machine)).toEqual(["ZF-3", "ZF-2", "ZF-1"]);
    expect(await marks(`${machine.toUpperCase()} jorg`)).toEqual(["ZF-2", "ZF-1"]);
    expect(await marks(`${machine} åsen vale`)).toEqual(["ZF-1"]);
    expect(await marks(`combe (${machine}) "in`)).toEqual(["ZF-3"]);
    expect(await marks(`${machine} quill`)).toEqual([]);
    expect(await marks("%")).toEqual([]);
    expect(await marks("_")).toEqual([]);
    expect((await find(machine, 2)).map((f) => f.mark)).toEqual(["ZF-3", "ZF-2"]);
    const now = await findJob(second.id);
    if (now) await changeJob(second.id, { seen: now, change: { customer: "Mira Quill" } });
    await refreshJob(second.id);
    expect(await marks(`${machine} quill`)).toEqual(["ZF-2"]);
    expect(await marks(`${machine} jorg`)).toEqual(["ZF-1"]);
    await database()("jobs").where({ id: third.id }).delete();
    expect(await marks(machine)).toEqual(["ZF-2", "ZF-1"]);
  });
});

describe("figures of the shop", () => {
  test("counted in the database as one by one: months by the day a wheel came, and what came back", async () => {
    const job = await open(`ZB-${crypto.randomUUID().slice(0, 5)}`, "Back Again", "x");
    const at = (iso: string) => new Date(`${iso}T12:00:00Z`);
    await database()("jobs")
      .where({ id: job.id })
      .update({ created_at: at("2031-02-03"), finished_at: at("2031-02-20") });
    const again = await openJob({ id: crypto.randomUUID(), kind: "true-only", wheelId: job.wheelId });
    await database()("jobs")
      .where({ id: again.id })
      .update({ created_at: at("2031-04-01") });
    const figures = await readShopFigures("2031-06-01");
    const month = (m: string) => figures.months.find((x) => x.month === m);
    expect(month("2031-02")).toMatchObject({ takenIn: 1, handedBack: 1, cameBack: 0 });
    expect(month("2031-04")).toMatchObject({ takenIn: 1, handedBack: 0, cameBack: 1 });
    expect(figures.back[0]).toMatchObject({ jobId: again.id, left: "2031-02-20", cameBack: "2031-04-01", days: 40 });
    await database()("jobs").whereIn("id", [job.id, again.id]).delete();
  });
});

describe("away from the bench", () => {
  test("told first, then taken; a moved event moves, others stay, the same file twice changes nothing", async () => {
    const uid = crypto.randomUUID();
    const piece = (day: string, what = "fair") => ({ uid, day, from: 0, to: 1440, what });
    const other = { uid: `${uid}-b`, day: "2031-05-02", from: 600, to: 660, what: "dentist" };
    const mine = async () => (await awayFrom("2031-05-01")).filter((a) => a.uid.startsWith(uid));
    const both = [piece("2031-05-01"), piece("2031-05-02"), other];
    expect(await importAway(both, "2031-05-01", false)).toHaveLength(3);
    expect(await mine()).toEqual([]);
    await importAway(both, "2031-05-01", true);
    expect(await mine()).toEqual(both);
    expect(await importAway(both, "2031-05-01", true)).toEqual([]);
    expect(await mine()).toHaveLength(3);
    expect(await importAway([piece("2031-05-02"), piece("2031-05-03")], "2031-05-01", true)).toEqual([
      "away 2031-05-03: all day, fair",
      "at the bench again 2031-05-01: all day, fair",
    ]);
    await removeAway(uid, "2031-05-02");
    expect((await mine()).map((a) => a.day)).toEqual(["2031-05-02", "2031-05-03"]);
    await database()("away").where("uid", "like", `${uid}%`).delete();
  });
});

describe("settings", () => {
  test("every setting comes back as it was put, also names that look like something else", async () => {
    const before = await readSettings();
    const odd = ["123", "true", "null", '"quoted"', "{}", "Ærlig & Søn", "\\ back", ""];
    for (const shopName of odd) {
      await changeSettings({ shopName });
      expect((await readSettings()).shopName).toBe(shopName);
    }
    const all = {
      ...before,
      shopName: "Invented Wheels",
      timeZone: "Pacific/Auckland",
      tolerance: "show",
      school: "pairs",
      theme: "night",
      sideA: "7",
      sounds: false,
      benchMinutes: [1, 2, 3, 4, 5, 6, 7],
      recheckDays: 0,
    } as const;
    await changeSettings({ ...all, benchMinutes: [...all.benchMinutes] });
    expect(await readSettings()).toEqual(all);
    await expect(changeSettings({ school: "nobody's" as never })).rejects.toThrow();
    expect(await readSettings()).toEqual(all);
    await changeSettings(before);
    expect(await readSettings()).toEqual(before);
  });
});
