import { type StageTime, stageTimes } from "../planning/stage-times";
import { totalBesideSeam } from "../runout/beside-seam";

/** A wheel as it was handed back; mm, N. */
export interface HandedBack {
  readonly jobId: string;
  readonly wheelId: string;
  readonly mark: string;
  readonly machine: string;
  readonly kind: string;
  /** `2026-11-23`. */
  readonly opened: string;
  readonly finished: string;
  /** Bench minutes of each stage; empty when nothing was recorded. */
  readonly minutes: Readonly<Record<string, number>>;
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  /** N; with the wanted means of the two sides, null where tension was not read. */
  readonly tension: { readonly at: readonly (number | null)[]; readonly A: number; readonly B: number } | null;
  /** mm asked for, total reading. */
  readonly tolerance: { readonly lateral: number; readonly radial: number };
}

/** A wheel taken in, finished or not. */
export interface TakenIn {
  readonly jobId: string;
  readonly wheelId: string;
  readonly mark: string;
  readonly kind: string;
  readonly opened: string;
}

export interface ShopFigures {
  /** Newest last. */
  readonly months: readonly {
    readonly month: string;
    readonly takenIn: number;
    readonly handedBack: number;
    readonly cameBack: number;
  }[];
  readonly stages: readonly (StageTime & { readonly stage: string })[];
  /** Days from taking in to handing back, by kind of job; middle and quarters. */
  readonly days: readonly {
    readonly kind: string;
    readonly median: number;
    readonly low: number;
    readonly high: number;
    readonly from: number;
  }[];
  /** Oldest first; mm. */
  readonly left: readonly {
    readonly jobId: string;
    readonly mark: string;
    readonly finished: string;
    readonly lateral: number;
    readonly radial: number;
    readonly inside: boolean;
  }[];
  /** Newest first. */
  readonly back: readonly {
    readonly jobId: string;
    readonly wheelId: string;
    readonly mark: string;
    readonly kind: string;
    readonly left: string;
    readonly cameBack: string;
    readonly days: number;
  }[];
}

/** A wheel seen again within this many days of leaving came back; later it is a new job (common practice: a season). */
const BACK_WITHIN = 365;
const dayOf = (iso: string) => Date.parse(`${iso}T00:00:00Z`) / 86_400_000;
const MONTHS = 12;

const quarters = (list: readonly number[]) => {
  const sorted = [...list].sort((a, b) => a - b);
  const at = (part: number) => sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))];
  return { median: at(0.5), low: at(0.25), high: at(0.75), from: sorted.length };
};

/**
 * What a shop can say of itself from its own record.
 *
 * @param today `2026-11-23`; the twelve months end with its own
 */
export const shopFigures = (
  takenIn: readonly TakenIn[],
  handedBack: readonly HandedBack[],
  today: string,
): ShopFigures => {
  // By wheel first, and every list gone through once: a shop of ten thousand jobs is told in one breath.
  const ofWheel = new Map<string, HandedBack[]>();
  for (const h of handedBack) {
    const own = ofWheel.get(h.wheelId);
    if (own) own.push(h);
    else ofWheel.set(h.wheelId, [h]);
  }
  const back: ShopFigures["back"][number][] = [];
  for (const t of takenIn) {
    let earlier: HandedBack | null = null;
    for (const h of ofWheel.get(t.wheelId) ?? [])
      if (h.jobId !== t.jobId && h.finished <= t.opened && (!earlier || h.finished > earlier.finished)) earlier = h;
    if (!earlier) continue;
    const days = dayOf(t.opened) - dayOf(earlier.finished);
    if (days > BACK_WITHIN) continue;
    const { jobId, wheelId, mark, kind } = t;
    back.push({ jobId, wheelId, mark, kind, left: earlier.finished, cameBack: t.opened, days });
  }
  const byMonth = (days: Iterable<string>): Map<string, number> => {
    const counts = new Map<string, number>();
    for (const d of days) counts.set(d.slice(0, 7), (counts.get(d.slice(0, 7)) ?? 0) + 1);
    return counts;
  };
  const [came, left, again] = [
    byMonth(takenIn.map((t) => t.opened)),
    byMonth(handedBack.map((h) => h.finished)),
    byMonth(back.map((b) => b.cameBack)),
  ];
  const [year, month] = today.split("-").map(Number);
  const months = [...Array(MONTHS).keys()].map((k) => {
    const at = new Date(Date.UTC(year, month - MONTHS + k, 1)).toISOString().slice(0, 7);
    return {
      month: at,
      takenIn: came.get(at) ?? 0,
      handedBack: left.get(at) ?? 0,
      cameBack: again.get(at) ?? 0,
    };
  });
  const past: Record<string, number[]> = {};
  for (const h of handedBack)
    for (const [stage, m] of Object.entries(h.minutes)) {
      past[stage] ??= [];
      past[stage].push(m);
    }
  const kinds = [...new Set(handedBack.map((h) => h.kind))].sort();
  return {
    months,
    stages: Object.entries(stageTimes(past)).map(([stage, time]) => ({ stage, ...time })),
    days: kinds.map((kind) => ({
      kind,
      ...quarters(handedBack.filter((h) => h.kind === kind).map((h) => dayOf(h.finished) - dayOf(h.opened))),
    })),
    left: handedBack
      .filter((h) => h.lateral.length > 0)
      .flatMap((h) => {
        const known = [h.lateral, h.radial].every((line) => line.filter((v) => v !== null).length >= 4);
        if (!known) return [];
        const lateral = totalBesideSeam(h.lateral)?.beside ?? 0;
        const radial = totalBesideSeam(h.radial)?.beside ?? 0;
        return [
          {
            jobId: h.jobId,
            mark: h.mark,
            finished: h.finished,
            lateral,
            radial,
            inside: lateral <= h.tolerance.lateral + 1e-9 && radial <= h.tolerance.radial + 1e-9,
          },
        ];
      })
      .sort((a, b) => (a.finished < b.finished ? -1 : 1)),
    back: back.sort((a, b) => (a.cameBack < b.cameBack ? 1 : -1)),
  };
};
