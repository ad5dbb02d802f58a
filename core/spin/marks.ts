import { medianOf } from "../runout/median";
import type { Heard } from "./heard";

/** Something short that stands up or lies low, as a strip stuck on the rim or its weld does. */
export interface Bump {
  /** ms, its middle. */
  readonly at: number;
  /** ms, 1 σ of that. */
  readonly sure: number;
  /** ms, where it begins and ends. */
  readonly from: number;
  readonly to: number;
  /** mm, at its most, with its sign. */
  readonly height: number;
}

/** mm: less than this is no strip. */
const LEAST_HEIGHT = 0.06;
/** Over what else stirs there (middle of the absolute differences): no grain, no wave. */
const OVER_REST = 6;
/** ms before and after a figure that tell how the line runs without what is short: one of these is right at most speeds. */
const SPANS = [150, 300, 600, 1200];

/**
 * What stands off the line of its surroundings: off the middle of what lies as far before as after, so that a line may slope.
 *
 * @param reach figures either way
 */
const offLine = (heard: readonly Heard[], reach: number): number[] =>
  heard.map(({ mm }, i) => {
    const most = Math.min(reach, i, heard.length - 1 - i);
    if (most < 3) return 0;
    return mm - medianOf(Array.from({ length: most }, (_, k) => (heard[i - k - 1].mm + heard[i + k + 1].mm) / 2));
  });

/** Between its steepest flanks, whatever the line does beside it. @param sign + where it stands up */
const flanked = (heard: readonly Heard[], start: number, end: number, sign: number): Bump | null => {
  const rise = (i: number) => sign * (heard[i + 1].mm - heard[i].mm);
  let up = start;
  for (let i = start; i < end; i++) if (rise(i) > rise(up)) up = i;
  let down = Math.min(up + 1, end - 1);
  for (let i = up + 1; i < end; i++) if (rise(i) < rise(down)) down = i;
  const inside = heard.slice(up + 1, down + 1);
  if (inside.length === 0 || rise(down) >= 0) return null;
  const halfWay = (i: number) => (heard[i].at + heard[i + 1].at) / 2;
  const top = inside.reduce((sum, h) => sum + h.mm, 0) / inside.length;
  const beside = (heard[up].mm + heard[Math.min(down + 1, heard.length - 1)].mm) / 2;
  const step = (heard[end].at - heard[start].at) / (end - start);
  const [from, to] = [halfWay(up), halfWay(down)];
  // A flank that is no wall goes on for a figure.
  return {
    at: (from + to) / 2,
    sure: Math.max(2, step / 3),
    ...{ from: from - step / 2, to: to + step / 2 },
    height: top - beside,
  };
};

/** All that is short and stands off the line, looked for at one scale. */
const bumpsAt = (heard: readonly Heard[], span: number): Bump[] => {
  const every = (heard[heard.length - 1].at - heard[0].at) / (heard.length - 1);
  const off = offLine(heard, Math.max(3, Math.round(span / every)));
  const limit = Math.max(LEAST_HEIGHT, OVER_REST * medianOf(off.map(Math.abs)));
  const bumps: Bump[] = [];
  for (let i = 0; i < off.length; i++) {
    if (Math.abs(off[i]) < limit) continue;
    let end = i;
    while (end + 1 < off.length && Math.sign(off[end + 1]) === Math.sign(off[i]) && Math.abs(off[end + 1]) >= limit / 2)
      end++;
    let start = i;
    while (start > 0 && Math.sign(off[start - 1]) === Math.sign(off[i]) && Math.abs(off[start - 1]) >= limit / 2)
      start--;
    const bump = flanked(heard, Math.max(0, start - 2), Math.min(heard.length - 1, end + 2), Math.sign(off[i]));
    if (bump) bumps.push(bump);
    i = end;
  }
  // What is as long as what it is looked for in is no short thing; what began before or goes on after has no middle; and
  // beside what stands up the line seems to lie low.
  return bumps.filter(
    (b) =>
      b.to - b.from <= 1.2 * span &&
      Math.abs(b.height) >= LEAST_HEIGHT &&
      b.from > heard[0].at &&
      b.to < heard[heard.length - 1].at &&
      !bumps.some((o) => Math.abs(o.at - b.at) <= 1.5 * span && Math.abs(o.height) > 1.3 * Math.abs(b.height)),
  );
};

/** ms: what is seen at two scales is the same. */
const SAME = 30;

/** mm, and as a part: two that differ by less may be the same thing, come round again. */
const ALIKE = { mm: 0.03, part: 0.2 };
const alike = (a: Bump, b: Bump): boolean =>
  Math.abs(a.height - b.height) <= Math.max(ALIKE.mm, ALIKE.part * Math.max(Math.abs(a.height), Math.abs(b.height)));

/** Of a turn: how much longer or shorter the next may be. */
const NEXT_TURN = 0.5;

/** The comings of one thing: from the first two on, whatever alike comes a turn later each time. */
const chainOf = (begun: readonly [Bump, Bump], bumps: readonly Bump[]): Bump[] => {
  const chain: Bump[] = [...begun];
  for (;;) {
    const [before, last] = chain.slice(-2);
    const turn = last.at - before.at;
    const due = last.at + turn;
    const next = bumps
      .filter((b) => alike(b, last) && b.at > last.at && Math.abs(b.at - due) <= NEXT_TURN * turn)
      .sort((a, b) => Math.abs(a.at - due) - Math.abs(b.at - due))[0];
    if (!next) return chain;
    chain.push(next);
  }
};

export interface Marks {
  /** Everything that is short, at whatever scale. */
  readonly all: readonly Bump[];
  /** What may be one thing that came by twice or more: each pair that looks alike, with all that comes after as it should. */
  readonly recurring: readonly (readonly Bump[])[];
}

export const marksIn = (heard: readonly Heard[]): Marks => {
  const recurring = new Map<string, Bump[]>();
  const all: Bump[] = [];
  for (const span of SPANS) {
    const bumps = bumpsAt(heard, span).sort((a, b) => a.at - b.at);
    all.push(...bumps);
    for (const [i, first] of bumps.entries())
      for (const second of bumps.slice(i + 1)) {
        if (!alike(first, second)) continue;
        const chain = chainOf([first, second], bumps);
        const known = chain.map((b) => Math.round(b.at / SAME)).join(" ");
        if (!recurring.has(known)) recurring.set(known, chain);
      }
  }
  return { all, recurring: [...recurring.values()] };
};
