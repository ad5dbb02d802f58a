import fc from "fast-check";
import { expect, test } from "vitest";
import { findWords } from "@/core/shop/find-words";
import { chance } from "@/devices/random";
import { database } from "@/store/database";
import { find } from "@/store/find";
import { changeJob } from "@/store/jobs";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { refreshJob } from "./job-rows";

// Against the shop's records gone through one by one, on a database of its own.

const JOBS = 120;
/** Beginnings in common, accents, marks like words, words inside words. */
const WORDS = [
  "ada",
  "adam",
  "adámek",
  "heron",
  "hero",
  "her",
  "350",
  "35",
  "3",
  "wheel",
  "wheelwright",
  "señor",
  "w",
  "x1",
];
const kept: { id: string; mark: string; words: string[]; newest: number }[] = [];

/** As the database compares: letters without their accents. */
const plain = (word: string): string => word.normalize("NFD").replace(/\p{M}/gu, "");

ownDatabase(".test-output/find", async () => {
  const luck = chance(5);
  const some = (n: number) =>
    [...Array(n).keys()].map(() => WORDS[Math.floor(luck.between(0, WORDS.length))]).join(" ");
  for (let i = 0; i < JOBS; i++) {
    const id = crypto.randomUUID();
    const job = await openJob({ id, kind: "true-only" });
    const about = {
      customer: some(2),
      machine: some(2),
      mark: `${WORDS[i % 5]}-${i}`,
      wanted: some(3),
      place: "front" as const,
    };
    // The same two words again are the same customer.
    await changeJob(id, { seen: job, change: about, again: true });
    const newest = Date.parse("2026-01-01T08:00:00Z") + i * 7919 * 60_000;
    await database()("jobs")
      .where({ id })
      .update({ created_at: new Date(newest) });
    await refreshJob(id);
    kept.push({ id, mark: about.mark, newest, words: findWords(Object.values(about).join(" ")).map(plain) });
  }
});

test("finds what going through every job finds: marks that begin so first, then the newest in which every word begins one", async () => {
  let several = 0;
  const typed = fc.array(
    fc
      .tuple(fc.constantFrom(...WORDS), fc.integer({ min: 1, max: 12 }))
      .map(([word, letters]) => word.slice(0, letters)),
    { minLength: 1, maxLength: 4 },
  );
  await fc.assert(
    fc.asyncProperty(typed, fc.integer({ min: 1, max: 25 }), async (parts, most) => {
      const text = parts.join(" ");
      const asked = findWords(text).map(plain);
      const byMark = kept.filter((j) => plain(j.mark).startsWith(plain(text))).map((j) => j.id);
      const byWords = kept
        .filter((j) => asked.every((w) => j.words.some((own) => own.startsWith(w))))
        .sort((a, b) => b.newest - a.newest)
        .map((j) => j.id);
      const got = (await find(text, most)).map((f) => f.jobId);
      // Marks stand in the order of the alphabet, which is the database's.
      const marks = byMark.slice(0, most).length;
      expect(
        got.slice(0, marks).every((id) => byMark.includes(id)),
        text,
      ).toBe(true);
      expect(new Set(got).size, text).toBe(got.length);
      const rest = byWords.filter((id) => !got.slice(0, marks).includes(id)).slice(0, most - marks);
      expect(got.slice(marks), `“${text}”, ${most}`).toEqual(rest);
      if (asked.length > 1 && rest.length > 1) several++;
    }),
    { numRuns: 150 },
  );
  expect(several).toBeGreaterThan(20);
});
