/** The order of the work; each is a place in the application. */
export const STAGES = ["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back"] as const;
export type Stage = (typeof STAGES)[number];

export const STAGE_NAMES: Record<Stage, string> = {
  "book-in": "Book in",
  measure: "Measure",
  spokes: "Spokes",
  lace: "Lace",
  tension: "Tension",
  true: "True",
  "hand-back": "Hand back",
};

/** What a wheel comes in for; a practice wheel is nobody's and leaves no trace in the shop's figures. */
export const JOB_KINDS = ["rebuild", "broken-spoke", "true-only", "check-only", "practice"] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** What each kind of job needs; a customer who waits for a wheel to be trued is not asked for its tension. */
export const STAGES_OF_KIND: Record<string, readonly Stage[]> = {
  rebuild: ["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back"],
  "broken-spoke": ["book-in", "lace", "true", "hand-back"],
  "true-only": ["book-in", "true", "hand-back"],
  "check-only": ["book-in", "true", "hand-back"],
  practice: ["tension", "true"],
};

/** Is this wheel laced anew here? Then neither its middle nor its tension is as the machine kept it. */
export const isLacedAnew = (kind: string): boolean => kind === "rebuild" || kind === "practice";

/** Where a job of this kind opens: a customer who waits has the first reading, or the broken spoke, before his eyes. */
export const firstPlace = (kind: JobKind): string =>
  ({
    rebuild: "book-in",
    "broken-spoke": "lace",
    "true-only": "true?read=now",
    "check-only": "true?read=now",
    practice: "true",
  })[kind];

export type StageState = "done" | "next" | "missing" | "waiting" | "ahead" | "changed";

/** What a job's record says of its stages. */
export interface Progress {
  readonly kind: string;
  /** Names of figures taken. */
  readonly taken: readonly string[];
  /** Does everything the lengths rest on come from a measurement, some of it, or none? */
  readonly measured: "all" | "some" | "none";
  readonly hasBuild: boolean;
  /** The figures now make another wheel than the one settled. */
  readonly buildStale: boolean;
  readonly laced: boolean;
  readonly rounds: number;
  /** Read, and both sides near what is wanted. */
  readonly tensioned: boolean;
  readonly trueEnough: boolean;
  readonly signed: boolean;
  readonly waitingFor: string | null;
  /** Signed by who is learning, and not by a builder yet. */
  readonly signedFirst?: boolean;
}

const LOST_FOR_GOOD = ["offset.found", "rim.firstHole", "lacing.firstLean", "lacing.trailingHeads"];
/** Which of a list of figures have not been taken. */
const lacking = (p: Progress, names: readonly string[]) => names.filter((n) => !p.taken.includes(n));

/** The stage that is worked on next; of a job with nothing ahead the first that something is missing from. Null when all is done. */
export const nextStage = <S extends { readonly stage: Stage; readonly state: StageState }>(
  stages: readonly S[],
): S | null =>
  stages.find((s) => s.state === "next" || s.state === "waiting" || s.state === "changed") ??
  stages.find((s) => s.state === "missing") ??
  null;

/** Each stage of this kind of job and how it stands; the first that is not done is next (or waits). */
export const stageStates = (p: Progress): { readonly stage: Stage; readonly state: StageState }[] => {
  const started = (names: readonly string[]) => names.some((n) => p.taken.includes(n));
  const doneness: Record<Stage, "done" | "missing" | "open"> = {
    "book-in":
      lacking(p, LOST_FOR_GOOD).length === 0
        ? "done"
        : started(LOST_FOR_GOOD) || p.rounds > 0 || p.hasBuild
          ? "missing"
          : "open",
    measure: p.measured === "all" ? "done" : p.measured === "some" ? "missing" : "open",
    spokes: p.hasBuild ? "done" : "open",
    lace: p.laced || p.rounds > 0 || p.taken.includes("break.new") ? "done" : "open",
    tension: p.tensioned ? "done" : p.trueEnough || p.signed ? "missing" : "open",
    true: p.trueEnough || p.signed ? "done" : "open",
    "hand-back": p.signed ? "done" : "open",
  };
  const ofKind = STAGES_OF_KIND[p.kind] ?? STAGES_OF_KIND.rebuild;
  // What this kind of job does not need shows once somebody has begun it all the same.
  const begun = (s: Stage) =>
    (s === "measure" && doneness.measure !== "open") ||
    (s === "spokes" && p.hasBuild) ||
    (s === "tension" && p.tensioned);
  const list = STAGES.filter((s) => ofKind.includes(s) || begun(s));
  const next = ofKind.find(
    (s) => doneness[s] === "open" || (doneness[s] === "missing" && s === ofKind[0] && p.rounds === 0 && !p.hasBuild),
  );
  return list.map((stage) => {
    if (p.signed) return { stage, state: "done" };
    if (stage === "spokes" && p.hasBuild && p.buildStale) return { stage, state: "changed" };
    if (stage === "hand-back" && p.signedFirst) return { stage, state: "waiting" };
    if (stage === next) return { stage, state: p.waitingFor ? "waiting" : "next" };
    if (doneness[stage] === "done") return { stage, state: "done" };
    return { stage, state: doneness[stage] === "missing" ? "missing" : "ahead" };
  });
};
