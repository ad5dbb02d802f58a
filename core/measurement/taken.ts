import type { Figures } from "../figures/newest";

/**
 * One figure as it was put down. Nothing is altered later: `new` begins afresh (the earlier ones are kept but no longer
 * count), `again` repeats the same dimension, `out` leaves one out, its id in `typed`.
 */
export interface Entry {
  readonly id: string;
  readonly name: string;
  /** 0 where a figure is taken at one place; else 1, 2, 3 … round the rim or drum. */
  readonly place: number;
  readonly role: "new" | "again" | "out";
  readonly typed: string;
  readonly unit: string;
  /** mm, N, degrees or a count; null for words and choices. */
  readonly value: number | null;
  readonly method: string;
  readonly who: string;
  /** ISO time. */
  readonly at: string;
  /** The entry somebody else had put down meanwhile, unseen by whoever put this one down. */
  readonly beside: string | null;
}

/** What a figure's entries come to. */
export interface Taken {
  /** Mean of the places' means; null for words, or when everything was left out. */
  readonly value: number | null;
  readonly typed: string;
  readonly unit: string;
  /** The entries that count, in the order taken. */
  readonly counting: readonly Entry[];
  /** Mean at each place that was taken. */
  readonly places: readonly { readonly place: number; readonly value: number }[];
  /** Highest − lowest among the places (how far out of round), null with fewer than two. */
  readonly outOfRound: number | null;
  /** Highest − lowest of the repeats at one place, the widest; null when nothing was repeated. */
  readonly spread: number | null;
  /** The repeat that stands apart from the others, if one does. */
  readonly odd: Entry | null;
  /** Two values put down without sight of each other; the newer counts until somebody says which is right. */
  readonly clash: { readonly there: Entry; readonly here: Entry } | null;
}

const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

/** mm: repeats nearer together than this are the same reading taken twice. */
const SAME = 0.3;

/**
 * The one of at least three repeats that stands apart: farther from the middle of the others than three times their own
 * spread, and than 0.3 mm. Of two, nobody can say which is odd.
 */
const oddOne = (entries: readonly Entry[]): Entry | null => {
  const read = entries.filter((e): e is Entry & { value: number } => e.value !== null);
  if (read.length < 3) return null;
  let worst: Entry | null = null;
  let by = 0;
  for (const e of read) {
    const others = read.filter((o) => o !== e).map((o) => o.value);
    const spread = Math.max(...others) - Math.min(...others);
    const apart = Math.abs(e.value - (Math.max(...others) + Math.min(...others)) / 2);
    if (apart > Math.max(SAME, 3 * spread) && apart > by) {
      worst = e;
      by = apart;
    }
  }
  return worst;
};

/** @param entries of one figure, in the order put down @returns null when nothing counts */
export const settle = (entries: readonly Entry[]): Taken | null => {
  const out = new Set(entries.filter((e) => e.role === "out").map((e) => e.typed));
  const byPlace = new Map<number, Entry[]>();
  for (const e of entries) {
    if (e.role === "out") continue;
    byPlace.set(e.place, e.role === "again" ? [...(byPlace.get(e.place) ?? []), e] : [e]);
  }
  const counted = [...byPlace.entries()]
    .map(([place, list]) => ({ place, list: list.filter((e) => !out.has(e.id)) }))
    .filter(({ list }) => list.length > 0)
    .sort((a, b) => a.place - b.place);
  if (counted.length === 0) return null;
  const counting = counted.flatMap(({ list }) => list);
  const places = counted.flatMap(({ place, list }) => {
    const values = list.flatMap((e) => (e.value === null ? [] : [e.value]));
    return values.length > 0 ? [{ place, value: mean(values) }] : [];
  });
  const spreads = counted.flatMap(({ list }) => {
    const values = list.flatMap((e) => (e.value === null ? [] : [e.value]));
    return values.length > 1 ? [Math.max(...values) - Math.min(...values)] : [];
  });
  const values = places.map((p) => p.value);
  const last = counting.reduce((a, b) => (entries.indexOf(b) > entries.indexOf(a) ? b : a));
  const here = counting.find((e) => e.beside !== null);
  const there = here && entries.find((e) => e.id === here.beside);
  return {
    value: values.length > 0 ? mean(values) : null,
    typed: last.typed,
    unit: last.unit,
    counting,
    places,
    outOfRound: values.length > 1 ? Math.max(...values) - Math.min(...values) : null,
    spread: spreads.length > 0 ? Math.max(...spreads) : null,
    odd: counted.map(({ list }) => oddOne(list)).find((e) => e !== null) ?? null,
    clash: here && there ? { there, here } : null,
  };
};

/** Every figure of a job, by name. */
export const settleAll = (entries: readonly Entry[]): Readonly<Record<string, Taken>> => {
  const byName = new Map<string, Entry[]>();
  for (const e of entries) byName.set(e.name, [...(byName.get(e.name) ?? []), e]);
  return Object.fromEntries(
    [...byName.entries()].flatMap(([name, list]) => {
      const taken = settle(list);
      return taken ? [[name, taken]] : [];
    }),
  );
};

/** The figures that count, by name. */
export const figuresOf = (taken: Readonly<Record<string, Taken>>): Figures =>
  Object.fromEntries(Object.entries(taken).map(([name, t]) => [name, t.value ?? t.typed]));
