import { type FinishAnswer, type FinishLine, finishLines } from "@/core/finish/finish";
import { placeSpokes } from "@/core/lacing/placement";
import { totalBesideSeam } from "@/core/runout/beside-seam";
import { settledBetween } from "@/core/truing/settled";
import { toleranceOf } from "./bench-way";
import type { JobRecord } from "./job-record";
import { turnsMade } from "./rounds";

/** Parts that may be judged scrap at booking in, and what says they were replaced after all. */
const PARTS = ["rim", "hub", "drum", "bearings", "nipples", "spokes"] as const;

/** The finish of a job as its record has it, and what the bench answered. */
export const jobFinish = (
  record: JobRecord,
): { readonly lines: readonly FinishLine[]; readonly answers: Readonly<Record<string, FinishAnswer>> } => {
  const { job, taken, rounds, wheel } = record;
  const holes = wheel?.rim.holes ?? 0;
  const read = rounds.filter((r) => record.read.readings(r).lateral.some((v) => v !== null));
  const last = read.at(-1);
  const before = read.at(-2);
  const tir = (what: "lateral" | "radial") => {
    const line = last ? record.read.readings(last)[what] : [];
    return totalBesideSeam(line)?.beside ?? null;
  };
  const still = last && before && turnsMade(before, holes).every((t) => t === 0) && before.destressed;
  const tensions = [...rounds]
    .reverse()
    .map((r) => record.read.tensions(r))
    .find((t) => t.some((x) => x.tension !== null));
  const pairs =
    still && last && before
      ? record.read.tensions(last).flatMap((t, i) => {
          const was = record.read.tensions(before)[i]?.tension ?? null;
          return t.tension !== null && was !== null && was > 0 ? [Math.abs(t.tension / was - 1)] : [];
        })
      : [];
  const answers: Record<string, FinishAnswer> = {};
  // The newest answer to a line counts, wherever the line stood when it was given.
  const given = [...(taken["finish.answer"]?.counting ?? [])].sort((a, b) => (a.at < b.at ? -1 : 1));
  for (const e of given) {
    const [key, answer, ...because] = e.typed.split("|");
    if (answer === "seen" || answer === "not-part" || answer === "not-done")
      answers[key] = { answer, because: because.join("|") };
  }
  const drum = (name: string) => taken[name]?.value ?? null;
  const lines = finishLines({
    kind: job.kind,
    settled:
      still && last && before
        ? (["lateral", "radial"] as const).map((what) =>
            settledBetween(record.read.readings(before)[what], record.read.readings(last)[what]),
          )
        : null,
    tir: { lateral: tir("lateral"), radial: tir("radial") },
    offset: last ? (record.read.readings(last).offset ?? null) : null,
    tolerance: toleranceOf(job.tolerance, taken),
    slack: tensions?.flatMap((t, i) => (t.tension === 0 ? [i + 1] : [])) ?? [],
    tensionRead: tensions?.filter((t) => t.tension !== null).length ?? 0,
    tensionMoved: pairs.length > 0 ? Math.max(...pairs) : null,
    threadLeft: threadLeft(record),
    drum: { before: drum("drum.before"), after: drum("drum.after") },
    scrap: PARTS.filter((p) => taken[`condition.${p}`]?.typed === "scrap"),
  });
  return { lines, answers };
};

/** mm of thread left at the nipple tightened most, where thread and nipple were measured and the lengths are the order's. */
const threadLeft = (record: JobRecord): number | null => {
  const { taken, wheel, rounds } = record;
  const nipple = taken["nipple.thread"]?.value;
  const thread = taken["spoke.threadLength"]?.value;
  if (!wheel || nipple === undefined || nipple === null || thread === undefined || thread === null) return null;
  const turns = new Array<number>(wheel.rim.holes).fill(0);
  for (const r of rounds)
    turnsMade(r, wheel.rim.holes).forEach((t, i) => {
      turns[i] += t;
    });
  // The thread runs out when the nipple has come as far up it as it is long; half of it is in at the start of truing.
  const used = Math.max(...placeSpokes(wheel).map((s) => turns[s.spoke - 1])) * wheel.spoke.threadPitch;
  return thread - nipple / 2 - used;
};
