import { STAGE_NAMES, type Stage } from "../wheel/stages";

/** A line as somebody told it: in place of the worked-out one of that key, or one of its own. */
export interface ToldLine {
  readonly key: string;
  readonly label: string;
  readonly count: number;
  /** Of the shop's money; null while nobody said. */
  readonly each: number | null;
}

export interface QuoteLine extends ToldLine {
  readonly unit: "h" | "";
  /** Rounded to the money's hundredth; null without a price. */
  readonly amount: number | null;
  /** Where the figure comes from, in words. */
  readonly from: string;
}

export interface Quote {
  readonly lines: readonly QuoteLine[];
  /** Hours at the bench, and between what they lie for the middle half of wheels. */
  readonly hours: { readonly likely: number; readonly low: number; readonly high: number };
  readonly net: number;
  readonly taxPercent: number;
  readonly tax: number;
  readonly total: number;
  /** Lines nobody priced: the total is without them. */
  readonly unpriced: readonly string[];
  readonly currency: string;
}

/** What a quote rests on. */
export interface Quoted {
  /** Minutes of each stage this job needs, with their spread. */
  readonly stages: readonly { readonly stage: Stage; readonly median: number; readonly from: number }[];
  readonly together: { readonly median: number; readonly low: number; readonly high: number };
  readonly parts: readonly (ToldLine & { readonly from: string })[];
  /** Changed or added by hand; a count of 0 takes a line out. */
  readonly told: readonly ToldLine[];
  /** Per hour; null where the shop has not said. */
  readonly hourlyRate: number | null;
  readonly taxPercent: number;
  readonly currency: string;
}

/** To the money's hundredth, half away from nothing as a till does. */
export const money = (x: number): number => (Math.sign(x) * Math.round(Math.abs(x) * 100 + 1e-7)) / 100;
/** Hours to the quarter, as they are charged; nothing takes no time. */
const quarters = (minutes: number): number => Math.max(0.25, Math.round(minutes / 15) / 4);
const hours = (minutes: number): number => Math.round(minutes / 6) / 10;

/** Work by the diary's minutes and parts by their prices; told lines take the place of theirs; tax on top. */
export const quoteOf = (q: Quoted): Quote => {
  const work = q.stages.map(({ stage, median, from }) => ({
    key: `work.${stage}`,
    label: STAGE_NAMES[stage],
    count: quarters(median),
    each: q.hourlyRate,
    unit: "h" as const,
    from: from === 0 ? "usual time" : `middle of the last ${from} wheels`,
  }));
  const parts = q.parts.map((p) => ({ ...p, unit: "" as const }));
  const told = new Map(q.told.map((t) => [t.key, t]));
  const worked = [...work, ...parts].map((line) => {
    const own = told.get(line.key);
    told.delete(line.key);
    return own ? { ...line, label: own.label, count: own.count, each: own.each, from: "told" } : line;
  });
  const own = [...told.values()].map((t) => ({ ...t, unit: "" as const, from: "told" }));
  const lines = [...worked, ...own]
    .filter((l) => l.count > 0)
    .map((l): QuoteLine => ({ ...l, amount: l.each === null ? null : money(l.count * l.each) }));
  const net = money(lines.reduce((sum, l) => sum + (l.amount ?? 0), 0));
  const tax = money((net * q.taxPercent) / 100);
  return {
    lines,
    hours: { likely: hours(q.together.median), low: hours(q.together.low), high: hours(q.together.high) },
    net,
    taxPercent: q.taxPercent,
    tax,
    total: money(net + tax),
    unpriced: lines.filter((l) => l.amount === null).map((l) => l.label),
    currency: q.currency,
  };
};

/** `1 240.50 EUR`. */
export const moneyWords = (amount: number, currency: string): string =>
  `${amount.toFixed(2).replace(/\B(?=(\d{3})+(?!\d)\.)/g, "\u202f")}${currency ? ` ${currency}` : ""}`;
