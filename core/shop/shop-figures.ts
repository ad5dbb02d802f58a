import { type StageTime, stageTimes } from "../planning/stage-times";
import { standingOf } from "../rounds/inside-tolerance";

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

/** One stay of a wheel in the shop. */
export interface Stay {
  readonly jobId: string;
  readonly wheelId: string;
  readonly mark: string;
  readonly kind: string;
  readonly opened: string;
  /** Null while it is on the bench. */
  readonly finished: string | null;
}

/** What the shop's record says of the time looked at; counted where it lies, so that ten thousand jobs need not travel. */
export interface ShopRecord {
  /** How many wheels came, and how many left, by month: `2026-11`. */
  readonly takenIn: ReadonlyMap<string, number>;
  readonly handedBack: ReadonlyMap<string, number>;
  /** Every stay of the wheels that were here more than once. */
  readonly stays: readonly Stay[];
  /** The wheels handed back last, whole. */
  readonly newest: readonly HandedBack[];
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
  /** Newest first, as many as are told one by one; the months count all. */
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
/** So many are told one by one. */
const BACK_TOLD = 20;
const dayOf = (iso: string) => Date.parse(`${iso}T00:00:00Z`) / 86_400_000;
const MONTHS = 12;

/** The months told of, `2026-11`, newest last. @param today `2026-11-23` */
export const monthsTold = (today: string): string[] => {
  const [year, month] = today.split("-").map(Number);
  return [...Array(MONTHS).keys()].map((k) =>
    new Date(Date.UTC(year, month - MONTHS + k, 1)).toISOString().slice(0, 7),
  );
};

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
export const shopFigures = (record: ShopRecord, today: string): ShopFigures => {
  const { stays, newest } = record;
  const ofWheel = new Map<string, Stay[]>();
  for (const s of stays) {
    const own = ofWheel.get(s.wheelId);
    if (own) own.push(s);
    else ofWheel.set(s.wheelId, [s]);
  }
  const [first] = monthsTold(today);
  const back: ShopFigures["back"][number][] = [];
  for (const s of stays) {
    let left: string | null = null;
    for (const { jobId, finished } of ofWheel.get(s.wheelId) ?? [])
      if (jobId !== s.jobId && finished !== null && finished <= s.opened && (left === null || finished > left))
        left = finished;
    if (left === null) continue;
    const days = dayOf(s.opened) - dayOf(left);
    if (days > BACK_WITHIN || s.opened.slice(0, 7) < first) continue;
    const { jobId, wheelId, mark, kind } = s;
    back.push({ jobId, wheelId, mark, kind, left, cameBack: s.opened, days });
  }
  const again = new Map<string, number>();
  for (const { cameBack } of back) again.set(cameBack.slice(0, 7), (again.get(cameBack.slice(0, 7)) ?? 0) + 1);
  const months = monthsTold(today).map((month) => ({
    month,
    takenIn: record.takenIn.get(month) ?? 0,
    handedBack: record.handedBack.get(month) ?? 0,
    cameBack: again.get(month) ?? 0,
  }));
  const past: Record<string, number[]> = {};
  for (const h of newest)
    for (const [stage, m] of Object.entries(h.minutes)) {
      past[stage] ??= [];
      past[stage].push(m);
    }
  const kinds = [...new Set(newest.map((h) => h.kind))].sort();
  return {
    months,
    stages: Object.entries(stageTimes(past)).map(([stage, time]) => ({ stage, ...time })),
    days: kinds.map((kind) => ({
      kind,
      ...quarters(newest.filter((h) => h.kind === kind).map((h) => dayOf(h.finished) - dayOf(h.opened))),
    })),
    left: newest
      .filter((h) => h.lateral.length > 0)
      .flatMap((h) => {
        const { state, lateral, radial } = standingOf(h, h.tolerance);
        // A wheel of which half was read tells nothing of how true wheels leave.
        if (state === "unread" || !lateral || !radial) return [];
        return [
          {
            jobId: h.jobId,
            mark: h.mark,
            finished: h.finished,
            lateral: lateral.beside,
            radial: radial.beside,
            inside: state === "inside",
          },
        ];
      })
      .sort((a, b) => (a.finished < b.finished ? -1 : 1)),
    back: back.sort((a, b) => (a.cameBack < b.cameBack ? 1 : -1)).slice(0, BACK_TOLD),
  };
};
