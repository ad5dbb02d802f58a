/** What a learner is given, the easiest first. */
export const PRACTICE_LEVELS = ["buckle", "several", "fresh", "bent"] as const;
export type PracticeLevel = (typeof PRACTICE_LEVELS)[number];

export const PRACTICE_LEVEL_NAMES: Readonly<Record<PracticeLevel, string>> = {
  buckle: "1: one buckle",
  several: "2: several places",
  fresh: "3: freshly laced",
  bent: "4: bent, wound up",
};
