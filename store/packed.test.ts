import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { Readable } from "node:stream";
import { buffer } from "node:stream/consumers";
import { createGunzip } from "node:zlib";
import fc from "fast-check";
import { expect, test } from "vitest";
import { packed } from "./packed";

const picture = (bytes: number) => Buffer.from(randomBytes(bytes).toString("hex").toUpperCase());
const rows = (count: number) => Buffer.from("(17,'lateral',0.25,'2026-11-23'),".repeat(count));
const pack = (parts: readonly Buffer[]): Promise<Buffer> => buffer(Readable.from(parts).pipe(packed()));

test("rows and pictures in any order and in parts of any size come out as they went in, here and by the system's own tool", async () => {
  const part = fc.oneof(fc.integer({ min: 0, max: 90_000 }).map(picture), fc.integer({ min: 0, max: 3000 }).map(rows));
  await fc.assert(
    fc.asyncProperty(fc.array(part, { minLength: 1, maxLength: 12 }), async (parts) => {
      const whole = Buffer.concat(parts);
      const small = await pack(parts);
      expect((await buffer(Readable.from([small]).pipe(createGunzip()))).equals(whole)).toBe(true);
    }),
    { numRuns: 30 },
  );
  const parts = [rows(2000), picture(300_000), rows(1), picture(40_000), rows(5000)];
  const unpacked = execFileSync("gzip", ["-dc"], { input: await pack(parts), maxBuffer: 1e8 });
  expect(unpacked.equals(Buffer.concat(parts))).toBe(true);
});

test("a picture takes no more than it has, though it is written as figures; rows a tenth", async () => {
  const many = [...Array(40)].map(() => picture(32_768));
  expect((await pack(many)).length / (40 * 32_768)).toBeLessThan(1.03);
  expect((await pack([rows(20_000)])).length).toBeLessThan(rows(20_000).length / 10);
});
