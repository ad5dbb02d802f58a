/** What is counted of a shop, to tell two of them apart. */
export const COUNTED = [
  "jobs",
  "customers",
  "wheels",
  "readings",
  "measurements",
  "photos",
  "sheets",
  "stock",
] as const;
export type Counted = (typeof COUNTED)[number];

/** As each is called beside its number. */
export const COUNTED_WORDS: Readonly<Record<Counted, string>> = {
  jobs: "jobs",
  customers: "customers",
  wheels: "wheels",
  readings: "readings",
  measurements: "figures",
  photos: "photos",
  sheets: "signed sheets",
  stock: "drawers of stock",
};

/** A shop, in numbers. */
export interface ShopCounts {
  readonly counts: Readonly<Record<Counted, number>>;
  /** The day of the newest thing put down, `2026-11-27`; null in an empty shop. */
  readonly newest: string | null;
}

/** A copy as it was found, beside what is here. */
export interface LookedInto {
  readonly copy: string;
  readonly there: ShopCounts;
  readonly here: ShopCounts;
}

export type RestoreStep = "reading" | "loading" | "upgrading" | "copying" | "swapping";
export const STEP_WORDS: Readonly<Record<RestoreStep, string>> = {
  reading: "looking the file through",
  loading: "putting it into a database beside the shop's",
  upgrading: "bringing it up to this version, and counting",
  copying: "making a copy of the shop as it is",
  swapping: "putting it in the shop's place",
};

/** How the putting back of a copy stands. */
export interface Restore {
  readonly step: RestoreStep | null;
  /** What was found, and may be put in the shop's place. */
  readonly found: LookedInto | null;
  readonly failed: string | null;
  /** What was put back last, and the copy that was made of the shop before. */
  readonly done: { readonly copy: string; readonly before: string } | null;
}

/** When the newest copy was last put into a database beside and read through. */
export interface TriedOut {
  readonly copy: string;
  readonly day: string;
  /** Why it could not be read; null where it was whole. */
  readonly failed: string | null;
  readonly there: ShopCounts | null;
}

const WEEK = 7 * 86_400_000;

/** Whether the newest copy is to be tried out today: once a week, and sooner where the last one failed. */
export const tryOutDue = (last: TriedOut | null, newest: string | null, today: string): boolean =>
  newest !== null &&
  (last === null ||
    Date.parse(today) - Date.parse(last.day) >= WEEK ||
    // The clock was set back: no day is later than today.
    last.day > today ||
    (last.failed !== null && last.copy !== newest));
