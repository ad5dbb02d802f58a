import type { TriedOut } from "./restore";

/** One of every day, one of the shop as it was before another was put in its place, one brought from elsewhere. */
export type CopyKind = "daily" | "before" | "given";

/** A copy of the whole shop. */
export interface ShopCopy {
  readonly name: string;
  readonly kind: CopyKind;
  /** `2026-11-23`. */
  readonly day: string;
  readonly bytes: number;
}

/** How a copy that is being made goes on. */
export interface CopyUnderWay {
  /** Bytes written before packing, and about how many there will be. */
  readonly bytes: number;
  readonly about: number;
}

/** What Settings shows of the shop's copies. */
export interface ShopCopies {
  readonly folder: string;
  /** Newest first. */
  readonly copies: readonly ShopCopy[];
  readonly underWay: CopyUnderWay | null;
  /** Why the last one was not made; null where it was. */
  readonly failed: string | null;
  /** What came of it when the newest was last tried out; null before the first time. */
  readonly tried: TriedOut | null;
}

export const copyName = (day: string): string => `tall-compass-${day}.sql.gz`;
/** @param at the moment, `2026-11-27T04:12:33.120Z` */
export const namedCopy = (kind: Exclude<CopyKind, "daily">, at: string): string =>
  `${kind === "before" ? "before-putting-back" : "given"}-${at.slice(0, 19).replaceAll(":", "").replace("T", "-")}.sql.gz`;

const NAME = /^(tall-compass|before-putting-back|given)-(\d{4}-\d{2}-\d{2})(-\d{6})?\.sql\.gz$/;
const KINDS: Readonly<Record<string, CopyKind>> = {
  "tall-compass": "daily",
  "before-putting-back": "before",
  given: "given",
};

/** What a file's name says of it; null where it is no copy. */
export const readCopyName = (name: string): Pick<ShopCopy, "kind" | "day"> | null => {
  const [, of = "", day = "", moment] = NAME.exec(name) ?? [];
  const kind = KINDS[of];
  return kind && (kind === "daily") === (moment === undefined) ? { kind, day } : null;
};

/** Days each of which keeps its copy; older than that one a week is kept. */
const DAILY = 7;

/** ISO weeks begin on a Monday; 1970-01-01 was a Thursday. */
const weekOf = (day: string): number => Math.floor((Date.parse(`${day}T00:00:00Z`) / 86_400_000 + 3) / 7);

/** The copies that may go: of seven days each is kept, before them the last of every week. @param days in any order */
export const copiesToDrop = (days: readonly string[]): string[] => {
  const newestFirst = [...days].sort().reverse();
  const weeks = new Set<number>();
  return newestFirst.filter((day, i) => {
    if (i < DAILY) return false;
    const week = weekOf(day);
    if (weeks.has(week)) return true;
    weeks.add(week);
    return false;
  });
};
