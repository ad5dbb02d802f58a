import type { Act } from "@/core/acts/act";
import { FIGURES } from "@/core/figures/all-figures";
import { benchMinutes, type StageTime, stageTimes } from "@/core/planning/stage-times";
import type { Stage } from "@/core/wheel/stages";
import { finishedMinutes, keepStageMinutes } from "@/store/bench-times";
import type { BenchRecord } from "./bench-record";

/** Which stage an act is done in. */
const STAGE_OF_ACT: Readonly<Record<Act["what"], Stage>> = {
  "finish-answered": "hand-back",
  "sheet-signed-first": "hand-back",
  "spoke-seen": "lace",
  "laced-so-far": "lace",
  "nipple-found": "true",
  "round-left-out": "true",
  "quote-line": "book-in",
  "quote-accepted": "book-in",
  "work-done": "hand-back",
};

/** Bench minutes each stage took on wheels handed back, from the marks left in the record at the time. */
export const learnTimes = async (): Promise<Readonly<Record<string, StageTime>>> => {
  const past: Record<string, number[]> = {};
  for (const own of await finishedMinutes())
    for (const [stage, minutes] of Object.entries(own)) {
      past[stage] ??= [];
      past[stage].push(minutes);
    }
  return stageTimes(past);
};

/** Minutes each stage took, from when its figures, acts, readings and turns were put down. */
export const minutesOf = ({
  measurements,
  acts,
  rounds,
}: Pick<BenchRecord, "measurements" | "acts" | "rounds">): Readonly<Partial<Record<Stage, number>>> => {
  const marks: Partial<Record<Stage, number[]>> = {};
  const add = (stage: Stage, at: string | undefined) => {
    if (at === undefined) return;
    marks[stage] ??= [];
    marks[stage].push(Date.parse(at));
  };
  for (const m of measurements) {
    // A figure of an earlier version, no longer asked, tells of no stage.
    const stage = FIGURES[m.name]?.stage;
    if (stage) add(stage, m.at);
  }
  for (const { act, at } of acts) add(STAGE_OF_ACT[act.what], at);
  for (const round of rounds)
    for (const { at } of [...round.readings, ...round.turns]) add(round.kind === "tension" ? "tension" : "true", at);
  return Object.fromEntries(Object.entries(marks).map(([stage, times]) => [stage, benchMinutes(times)]));
};

/** Keeps with a finished job what its stages took. */
export const keepMinutes = (record: BenchRecord): Promise<void> => keepStageMinutes(record.job.id, minutesOf(record));
