import { execFileSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { describe, expect, test } from "vitest";
import { LEAST_FREE, noRoomFor, scarceRoom } from "@/core/shop/room";
import { startDatabase } from "@/run/database-server";
import { openDatabase } from "./database";
import { migrate } from "./migrate";
import { roomIn } from "./room";
import { forLog, troubleOf } from "./trouble";

const MB = 1024 * 1024;

/** A disk of its own, so many MB large; null where this machine lends none. */
const smallDisk = (at: string, megabytes: number): string | null => {
  mkdirSync(at, { recursive: true });
  try {
    execFileSync("mount", ["-t", "tmpfs", "-o", `size=${megabytes}m`, "tmpfs", at], { stdio: "ignore" });
    return at;
  } catch {
    return null;
  }
};

describe("a database that freezes", () => {
  test("everything asked of it is answered within ten seconds, as a record that is away; going on again it stores nothing by half", async () => {
    const folder = resolve(".test-output/frozen");
    rmSync(folder, { recursive: true, force: true });
    const server = await startDatabase(folder);
    const db = openDatabase(server.url, { inTime: true });
    try {
      await db.schema.createTable("t", (t) => void t.integer("n").primary());
      await db("t").insert({ n: 0 });
      let frozen: () => void = () => undefined;
      const isFrozen = new Promise<void>((r) => {
        frozen = r;
      });
      const ask = async (n: number) => {
        const began = Date.now();
        const error = await db
          .transaction(async (trx) => {
            await trx("t").insert({ n });
            // Frozen in the middle of some, before the first word of others.
            if (n === 1) {
              process.kill(server.process.pid ?? 0, "SIGSTOP");
              frozen();
            }
            await trx("t").insert({ n: n + 1000 });
          })
          .then(
            () => null,
            (e: unknown) => e,
          );
        return { error, ms: Date.now() - began };
      };
      const first = ask(1);
      // More than there are connections.
      await isFrozen;
      const came = await Promise.all([first, ...[...Array(12).keys()].map((i) => ask(i + 2))]);
      for (const { error, ms } of came) {
        expect(troubleOf(error)).toBe("away");
        expect(ms).toBeLessThan(10_000);
      }
      process.kill(server.process.pid ?? 0, "SIGCONT");
      await expect
        .poll(
          () =>
            db("t")
              .where({ n: 0 })
              .then((r) => r.length),
          { timeout: 30_000 },
        )
        .toBe(1);
      await expect.poll(async () => (await db("t").where("n", ">", 0)).length % 2, { timeout: 30_000 }).toBe(0);
      await ask(50);
      expect(await db("t").whereIn("n", [50, 1050])).toHaveLength(2);
    } finally {
      process.kill(server.process.pid ?? 0, "SIGCONT");
      await db.destroy();
      await server.stop();
    }
  });
});

describe("a disk that fills up", () => {
  test("it is said in time, then nothing is stored, with how much is missing", () => {
    expect([scarceRoom(null), noRoomFor(null), scarceRoom({ free: 2000 * MB, total: 1 })]).toEqual([null, null, null]);
    expect(scarceRoom({ free: 700 * MB, total: 1 })).toMatch(/only 700 MB left. At 96 MB nothing more can be stored/);
    expect(noRoomFor({ free: 700 * MB, total: 1 })).toBeNull();
    expect(noRoomFor({ free: 700 * MB, total: 1 }, 650 * MB)).toMatch(/700 MB are left, and 746 MB are needed/);
    for (const say of [scarceRoom, noRoomFor])
      expect(say({ free: LEAST_FREE - 1, total: 1 })).toMatch(/The disk is full: 95 MB are left.*sent then/);
  });

  const disk = smallDisk(resolve(".test-output/small-disk"), 330);
  // Where nobody may mount one there is no disk to fill.
  test.runIf(disk !== null)(
    "full to the last byte it is told as full; with room again the same database goes on",
    async () => {
      const at = disk ?? "";
      const ballast = join(at, "ballast");
      try {
        const server = await startDatabase(join(at, "data"));
        try {
          const db = openDatabase(server.url, { inTime: true });
          await migrate(db);
          await db.schema.createTable("pictures", (t) => {
            t.integer("n").primary();
            t.specificType("large", "mediumblob");
          });
          const picture = Buffer.alloc(3 * MB, 0xab);
          const put = (n: number) =>
            db("pictures")
              .insert({ n, large: picture })
              .then(
                () => null,
                (e: unknown) => e,
              );
          expect(await put(1)).toBeNull();
          const { free } = roomIn(at) ?? { free: 0 };
          expect(free).toBeGreaterThan(20 * MB);
          writeFileSync(ballast, Buffer.alloc(free - 5 * MB));
          const errors: unknown[] = [];
          for (let n = 2; n < 9; n++) errors.push(await put(n));
          const refused = errors.filter((e) => e !== null);
          expect(refused.length).toBeGreaterThan(3);
          // Whatever it says of it, it is the disk or a database that went down with it; no fault of what was sent.
          for (const error of refused) expect(["full", "away"]).toContain(troubleOf(error));
          for (const error of refused) expect(forLog(error).length).toBeLessThan(2000);
          await db.destroy();
          rmSync(ballast);
        } finally {
          await server.stop();
        }
        const again = await startDatabase(join(at, "data"));
        const db = openDatabase(again.url);
        expect(Number((await db("pictures").where({ n: 1 }).select(db.raw("length(large) as n")).first())?.n)).toBe(
          3 * MB,
        );
        await db("pictures").insert({ n: 99, large: Buffer.alloc(MB) });
        // None by half.
        for (const row of await db("pictures").select("n", db.raw("length(large) as bytes")))
          expect([3 * MB, MB]).toContain(Number(row.bytes));
        await db.destroy();
        await again.stop();
        const log = join(at, "data", "log", "mariadb.log");
        expect(existsSync(log) && statSync(log).size < MB).toBe(true);
        expect(readFileSync(log, "latin1")).not.toContain("abababababababab");
      } finally {
        execFileSync("umount", ["-l", at]);
      }
    },
  );
});
