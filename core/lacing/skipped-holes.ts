import type { Side, Wheel } from "../wheel/wheel-file";

/**
 * A hub with more holes than its rim: some hub holes stay empty, as evenly round as can be. With s spokes on a flange of
 * m holes, spoke k (counted round the flange by where even lacing would put it) takes hole
 * k + ⌊(k + a)·q/s⌋ − ⌊a·q/s⌋, q = m − s skipped: the empty holes lie at most one apart from even, and a, 0 to s − 1,
 * says which spokes they fall between.
 */
export const usedHoles = (spokes: number, holes: number, start: number): number[] => {
  const skipped = holes - spokes;
  const before = (k: number) => Math.floor((k * skipped) / spokes);
  return [...Array(spokes).keys()].map((k) => k + before(k + start) - before(start));
};

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** The starts that give different wheels: after s/gcd(s, q) of them the pattern repeats. */
export const skipStarts = (spokes: number, holes: number): number[] => {
  const skipped = holes - spokes;
  return skipped === 0 ? [0] : [...Array(spokes / gcd(spokes, skipped)).keys()];
};

/** A spoke's hub angle where even lacing would have it, degrees clockwise. */
export interface IdealSpoke {
  readonly spoke: number;
  readonly flange: Side;
  readonly hubAngleDeg: number;
}

/** Where each spoke's hub hole really is. */
export interface SkippedPlacement {
  /** Degrees clockwise, by spoke number. */
  readonly hubAngleDeg: ReadonlyMap<number, number>;
  /** Angles of all holes of each flange, smallest first in [0, 360): hole 1, 2, 3 … */
  readonly holes: Readonly<Record<Side, readonly number[]>>;
}

const wrap = (deg: number): number => ((deg % 360) + 360) % 360;

/**
 * Places the spokes of both flanges in real holes for the given starts. The hub is turned in the rim so that the two
 * flanges, clocked as they are drilled (midway unless told), share what is left over equally.
 */
export const placeSkipped = (
  wheel: Wheel,
  ideal: readonly IdealSpoke[],
  start: Readonly<Record<Side, number>>,
): SkippedPlacement => {
  const own = (side: Side) => {
    const sorted = ideal.filter((s) => s.flange === side).sort((a, b) => wrap(a.hubAngleDeg) - wrap(b.hubAngleDeg));
    const pitch = 360 / wheel.hub[side].holes;
    const used = usedHoles(sorted.length, wheel.hub[side].holes, start[side]);
    // The turn of this flange that fits its own spokes best.
    const turn = sorted.reduce((sum, s, k) => sum + wrap(s.hubAngleDeg) - pitch * used[k], 0) / sorted.length;
    return { sorted, pitch, used, turn };
  };
  const a = own("A");
  const b = own("B");
  const clocking = wheel.hub.clockingDeg ?? b.pitch / 2;
  const apart = b.turn - a.turn - clocking;
  const excess = apart - b.pitch * Math.round(apart / b.pitch);
  const hubAngleDeg = new Map<number, number>();
  const holes = { A: [] as number[], B: [] as number[] };
  for (const [side, f, turn] of [
    ["A", a, a.turn + excess / 2],
    ["B", b, b.turn - excess / 2],
  ] as const) {
    f.sorted.forEach((s, k) => {
      hubAngleDeg.set(s.spoke, wrap(turn + f.pitch * f.used[k]));
    });
    holes[side] = [...Array(wheel.hub[side].holes).keys()].map((j) => wrap(turn + f.pitch * j)).sort((p, q) => p - q);
  }
  return { hubAngleDeg, holes };
};
