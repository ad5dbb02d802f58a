/** A copy of the whole shop. */
export interface ShopCopy {
  readonly name: string;
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
}

export const copyName = (day: string): string => `tall-compass-${day}.sql.gz`;
const NAME = /^tall-compass-(\d{4}-\d{2}-\d{2})\.sql\.gz$/;

/** The day of a copy; null where the file is none. */
export const dayOfCopy = (name: string): string | null => NAME.exec(name)?.[1] ?? null;

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
