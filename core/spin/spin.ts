import { atHoles, type Sample } from "../runout/at-holes";
import { READING_SIGMA } from "../runout/line";
import { evenTimes } from "./even-times";
import type { Heard, Passage } from "./heard";
import { type Bump, marksIn } from "./marks";
import { type Turning, turningOf } from "./turning";

/** What one gauge showed while the wheel was turned, laid round the rim. */
export interface Spin {
  /** Degrees from the valve the way the wheel was turned, mm; without the strip or whatever it was cut at. */
  readonly samples: readonly Sample[];
  /** When the valve passed. */
  readonly passages: readonly Passage[];
  /** mm: how high what it was cut at stands; null where it was cut by taps. */
  readonly mark: number | null;
  /** ms left out for it. */
  readonly leftOut: number;
  /** mm, 1 σ: what two turns differ by. */
  readonly apart: number;
  readonly turning: Turning;
}

/** A reading over a hole. */
export interface AtHole {
  readonly spoke: number;
  /** mm. */
  readonly value: number;
  /** mm, 1 σ; never less than a careful dial's. */
  readonly sure: number;
}

/** Of a turn: what is read beyond it, that what came first can be held against. */
const BEYOND = 0.08;
/** mm: what two turns of one wheel, by one gauge, differ by at the most; more is another cut, or a wheel that slid. */
const MOST_APART = 0.06;
/** Figures a turn, for two over nearly every hole. */
const FIGURES_A_TURN = 90;

/** Why there is no reading yet, in words that say what would do. */
export type NotYet = "no-mark" | "go-on" | "too-quick" | "turns-differ";
export const NOT_YET: Readonly<Record<NotYet, string>> = {
  "no-mark": "the valve has not passed twice yet",
  "go-on": "a little farther, past the valve once more",
  "too-quick": "too quick for this gauge; turn it slower",
  "turns-differ": "one turn does not fit the next: turn it evenly, with the gauge well held, once more",
};

/** Held against wheels whose turning was known, the place was off by twice what the sum says: a push is no polynomial. */
const NOT_ALL_KNOWN = 2;
/** mm, 1 σ. */
const SURE_ENOUGH = 0.03;

const apartDeg = (a: number, b: number): number => ((((a - b + 180) % 360) + 360) % 360) - 180;

const within = (bumps: readonly Bump[], at: number) => bumps.some((b) => at >= b.from && at <= b.to);

/** mm: a gauge on a wheel that stands shows the same; one that turns has grain, and waves. */
const STILL = 0.006;
/** ms: so long no turning wheel shows the same. */
const STANDS = 700;

/** ms, when the wheel came to stand at the end; when it was last heard, where it turned still. */
const stillFrom = (heard: readonly Heard[]): number => {
  const last = heard[heard.length - 1];
  let from = heard.length - 1;
  while (from > 0 && Math.abs(heard[from - 1].mm - last.mm) <= STILL) from--;
  return last.at - heard[from].at > STANDS ? heard[from].at : last.at;
};

/** Whether the wheel was turned and stands again. */
export const hasStopped = (heard: readonly Heard[]): boolean => {
  const last = heard[heard.length - 1];
  return last !== undefined && last.at - stillFrom(heard) > 2 * STANDS;
};

/** @param cutAt what it is cut at, no part of the rim @param short all that is short: it tells no speed */
const spinBy = (
  heard: readonly Heard[],
  passages: readonly Passage[],
  cutAt: readonly Bump[],
  short: readonly Bump[],
  roughly = false,
): Spin | NotYet => {
  const first = passages[0].at;
  const last = passages[passages.length - 1].at;
  const turn = (last - first) / (passages.length - 1);
  const end = stillFrom(heard);
  const beyond = (end - last) / turn;
  if (heard.filter((h) => h.at >= first && h.at < last).length < FIGURES_A_TURN * (passages.length - 1))
    return "too-quick";
  if (passages.length === 2 && beyond < BEYOND) return "go-on";
  // Before the valve it is set going; farther on than a turn its speed is guessed.
  const about = heard.filter((h) => h.at >= first && h.at <= Math.min(end, last + turn) && !within(cutAt, h.at));
  const turning = turningOf(
    about.filter((h) => !within(short, h.at)),
    passages,
    roughly,
  );
  if (!roughly && turning.apart > MOST_APART) return "turns-differ";
  const samples = about.map((h) => ({ angleDeg: turning.angleAt(h.at), value: h.mm }));
  // A wheel that went back is not laid round.
  if (samples.some((s, i) => i > 0 && s.angleDeg <= samples[i - 1].angleDeg)) return "turns-differ";
  const leftOut = cutAt.reduce((sum, b) => sum + b.to - b.from, 0);
  return { samples, passages, mark: cutAt[0]?.height ?? null, leftOut, apart: turning.apart, turning };
};

/** Cut where somebody tapped as the valve passed. */
export const spinByTaps = (came: readonly Heard[], taps: readonly number[]): Spin | NotYet => {
  const heard = evenTimes(came);
  if (taps.length < 2 || heard.length < 2) return "no-mark";
  // A tap follows the eye by as much each time; what is left is about this.
  return spinBy(
    heard,
    taps.map((at) => ({ at, sure: 40 })),
    [],
    marksIn(heard).all,
  );
};

/** Cut where another gauge at the same wheel, on the same clock, saw the valve pass. */
export const spinBeside = (came: readonly Heard[], { passages }: Spin): Spin | NotYet => {
  const heard = evenTimes(came);
  return spinBy(heard, passages, [], marksIn(heard).all);
};

/** Of a turn: one passage found twice, at two scales. */
const SAME_PASSAGE = 0.06;
/** As well as the closest fit: so many times what that leaves, and mm more. */
/** The same thing, at another scale or by another of its comings; and what is so much lower is not looked at. */
const ABOUT_AS_HIGH = 0.7;
const LOW = 0.35;
/** Cuts tried at most: each is a sum of its own. */
const MOST_CUTS = 12;
const FIT = { times: 1.5, mm: 0.002 };
const ROUGH_FIT = { times: 1.6, mm: 0.005 };

/**
 * Cut at what comes by once a turn: a strip at the valve, or the weld.
 *
 * @returns the ways it can be cut, what stands highest first: with a strip and a weld there are two
 */
export const spinsByMark = (came: readonly Heard[]): readonly Spin[] | NotYet => {
  const heard = evenTimes(came);
  if (heard.length < 20) return "no-mark";
  const spins: Spin[] = [];
  const rough: { readonly bumps: readonly Bump[]; readonly apart: number }[] = [];
  let why: NotYet = "no-mark";
  const { all, recurring } = marksIn(heard);
  const high = (b: readonly Bump[]) => Math.abs(b[0].height);
  const most = Math.max(0, ...recurring.map(high));
  const tried = recurring.filter((b) => high(b) > LOW * most).sort((a, b) => b.length - a.length || high(b) - high(a));
  for (const bumps of tried.slice(0, MOST_CUTS)) {
    const spin = spinBy(heard, bumps, bumps, all, true);
    if (typeof spin === "string") {
      if (why === "no-mark" || spin === "go-on") why = spin;
    } else rough.push({ bumps, apart: spin.apart });
  }
  const nearest = Math.min(...rough.map((r) => r.apart));
  for (const { bumps } of rough.filter((r) => r.apart <= ROUGH_FIT.times * nearest + ROUGH_FIT.mm)) {
    const spin = spinBy(heard, bumps, bumps, all);
    if (typeof spin === "string") why = spin;
    else spins.push(spin);
  }
  if (spins.length === 0) return why;
  // A wrong cut lays the rim over another part of itself, and what is left over tells; of the right ones the whole first.
  const closest = Math.min(...spins.map((s) => s.apart));
  const fit = spins.filter((s) => s.apart <= FIT.times * closest + FIT.mm);
  // What stands highest is the thing itself, and not the edge of it.
  const height = (s: Spin) => Math.abs(s.mark ?? 0);
  fit.sort((a, b) => height(b) - height(a));
  const kept: Spin[] = [];
  for (const spin of fit) {
    const turn = spin.passages[1].at - spin.passages[0].at;
    const same = kept.findIndex((k) =>
      spin.passages.some((p) => k.passages.some((q) => Math.abs(p.at - q.at) < SAME_PASSAGE * turn)),
    );
    if (same < 0) kept.push(spin);
    else if (
      height(spin) > ABOUT_AS_HIGH * height(kept[same]) &&
      // All its comings; and no more of the rim left out than it is long.
      (spin.passages.length > kept[same].passages.length ||
        (spin.passages.length === kept[same].passages.length && spin.leftOut < kept[same].leftOut))
    )
      kept[same] = spin;
  }
  return kept;
};

/**
 * A spin read over the holes.
 *
 * @param startDeg where what it was cut at stands, clockwise from the valve
 * @param backwards turned so that the last spoke came by after the valve, and the first at the end
 * @param sign + where the gauge's plus lies towards side A, or high
 */
export const readOverHoles = (
  { samples, passages, turning, apart }: Spin,
  holes: number,
  { startDeg = 0, backwards = false, sign = 1 as 1 | -1 } = {},
): readonly AtHole[] => {
  const placed = samples.map(({ angleDeg, value }) => ({
    angleDeg: startDeg + (backwards ? -angleDeg : angleDeg),
    value: sign * value,
  }));
  return atHoles(placed, holes).flatMap((value, i) => {
    if (value === null) return [];
    const angle = (360 * (i + 0.5)) / holes;
    const from = backwards ? startDeg - angle : angle - startDeg;
    const at = passages[0].at + ((((from % 360) + 360) % 360) / 360) * (passages[1].at - passages[0].at);
    // How much the line changes within as much as the place is unsure.
    const slid = NOT_ALL_KNOWN * turning.sureAt(at);
    const reach = Math.max(slid, 360 / FIGURES_A_TURN / 2);
    const near = placed.filter((s) => Math.abs(apartDeg(s.angleDeg, angle)) <= reach).map((s) => s.value);
    const change = near.length > 1 ? ((Math.max(...near) - Math.min(...near)) / (2 * reach)) * slid : 0;
    return [{ spoke: i + 1, value, sure: Math.max(READING_SIGMA, Math.hypot(change, apart)) }];
  });
};

/** Whether another turn would tell more: where the speed is known too little for what the rim does there. */
export const wantsAnotherTurn = (read: readonly AtHole[], { passages }: Spin): boolean =>
  passages.length === 2 && read.some((r) => r.sure > SURE_ENOUGH);
