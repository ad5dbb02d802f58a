import { bucklingTension } from "../mechanics/buckling";
import { elasticWheel } from "../mechanics/elastic-wheel";
import { changeUnderLoad, groundLoad, type RimForce } from "../mechanics/load";
import type { Stiffness } from "../mechanics/stiffness";
import type { WheelGeometry } from "../mechanics/wheel-geometry";
import { middleDiameter } from "../spoke/wire";
import { NEWTON_PER } from "../units/forces";
import type { Side } from "../wheel/wheel-file";
import { sideTensions } from "./balance";
import { type SpokeCeiling, spokeCeiling, UNEVEN } from "./ceiling";
import { type Tyre, tyreSqueeze } from "./tyre-pressure";

/** What the wheel must carry. N, mm. */
export interface Duty {
  /** Kilograms on this wheel, standing, with rider and load. */
  readonly mass: number;
  /** Times that weight in a hard hit. */
  readonly hit: number;
  /** Braking as a part of that weight along the ground; 0 where another wheel brakes. */
  readonly braking: number;
  readonly tyre: Tyre;
}

/** A machine of 200 kg and its rider, the heavier end (common practice). */
export const USUAL_DUTY: Duty = { mass: 160, hit: 2.5, braking: 0.8, tyre: { pressure: 0.2, width: 90 } };

/** What each reason behind the band rests on. N, kg, mm. */
export interface TargetFigures {
  /** `under` which floor it lies, `over` which ceiling; null where it does not. */
  readonly makers: { readonly aim: number; readonly under: number | null; readonly over: number | null };
  /** A hit of `hit` times `mass` takes `loss` off the worst placed spoke, the tyre `tyre` off all. */
  readonly floor: {
    readonly hit: number;
    readonly mass: number;
    readonly braked: boolean;
    readonly loss: number;
    readonly tyre: number;
    readonly floor: number;
  };
  /** What holds least of a spoke, its thread's core or a thinner middle, and its thickness. */
  readonly spoke: { readonly most: number; readonly at: SpokeCeiling["at"]; readonly diameter: number };
  readonly buckling: { readonly gives: number; readonly most: number };
  readonly balance: { readonly A: number; readonly B: number };
  readonly narrow: { readonly floor: number; readonly ceiling: number };
}

/** One reason behind the band, with its figures. `targetWords` says it. */
export type TargetReason = {
  readonly [C in keyof TargetFigures]: { readonly code: C; readonly figures: TargetFigures[C] };
}[keyof TargetFigures];

/** The wanted tension as a band, N of the tighter side's mean. */
export interface TargetBand {
  readonly floor: number;
  readonly ceiling: number;
  /** Where the bench should aim: the maker's figure if it is given. */
  readonly aim: number;
  readonly sides: Readonly<Record<Side, number>>;
  /** N the worst placed spoke loses under the load and by the tyre. */
  readonly loss: number;
  readonly tyreLoss: number;
  /** Of the spokes by themselves, and of the rim. */
  readonly spoke: number;
  readonly buckling: number;
  readonly reasons: readonly TargetReason[];
}

/** The rim's hoop force is kept below this part of what would buckle it sideways. */
const BUCKLING_PART = 0.5;
/** Ground to axle over rim radius. */
export const GROUND_ARM = 1.15;

/** A squeeze of the hoop as a load all round: hoop N is a push of N/R on every mm. */
const squeeze = (hoop: number): RimForce[] => {
  const pieces = 36;
  return [...Array(pieces).keys()].map((i) => ({
    angleDeg: (360 * (i + 0.5)) / pieces,
    radial: (-hoop * 2 * Math.PI) / pieces,
    tangential: 0,
    lateral: 0,
  }));
};

/** N each spoke loses at worst over a whole turn of the wheel, a hit with the brake on; by the model, none slack. */
export const worstLoss = (geometry: WheelGeometry, stiffness: Stiffness, duty: Duty): number => {
  const elastic = elasticWheel(geometry, stiffness);
  const weight = duty.mass * NEWTON_PER.kgf * duty.hit;
  const forward = geometry.wheel.rotation === "clockwise" ? 1 : -1;
  const n = geometry.spokes.length;
  let worst = 0;
  // The wheel repeats every four holes; eight places hold its worst.
  for (let i = 0; i < 8; i++) {
    const at = (i * 4 * 360) / n / 8;
    const load = groundLoad(at, weight, duty.braking * weight, forward, GROUND_ARM);
    const { change } = changeUnderLoad(geometry, stiffness, elastic, load);
    for (const c of change) worst = Math.max(worst, -c);
  }
  return worst;
};

/** Mean N the tyre's pressure takes off. */
export const tyreLoss = (geometry: WheelGeometry, stiffness: Stiffness, tyre: Tyre): number => {
  const elastic = elasticWheel(geometry, stiffness);
  const { change } = changeUnderLoad(geometry, stiffness, elastic, squeeze(tyreSqueeze(tyre)));
  return -change.reduce((a, b) => a + b, 0) / change.length;
};

/**
 * How tight: no spoke slack under a hit with the brake on and the tyre up, 20 % uneven as it may be; the thinnest of
 * a spoke inside its working stress; the hoop well below its sideways buckling. The maker's figure comes first where it is known.
 *
 * @param makers N, tighter side; null when nobody knows
 */
export const targetBand = (
  geometry: WheelGeometry,
  stiffness: Stiffness,
  duty: Duty,
  makers: number | null,
): TargetBand => {
  const { wheel, spokes } = geometry;
  const shape = sideTensions(wheel, spokes);
  const top = Math.max(shape.A, shape.B);
  const part = Math.min(shape.A, shape.B) / top;
  const loss = worstLoss(geometry, stiffness, duty);
  const tyre = tyreLoss(geometry, stiffness, duty.tyre);
  // The slacker side meets the floor first: its own mean is `part` of the tighter one's.
  const floor = (loss + tyre) / (1 - UNEVEN) / part;
  const held = spokeCeiling(wheel.spoke);
  const spoke = held.tension / (1 + UNEVEN);
  const buckling = BUCKLING_PART * bucklingTension(geometry, stiffness, 40 * top);
  const ceiling = Math.min(spoke, buckling);
  // Inside the band where there is one; above what spokes or rim hold nobody aims.
  const middle = Math.max(Math.min(0.8 * ceiling, Math.max(1.25 * floor, 0.5 * ceiling)), Math.min(floor, ceiling));
  const rounded = Math.round(middle / 50) * 50;
  const aim = makers ?? (rounded < Math.min(floor, ceiling) || rounded > ceiling ? middle : rounded);
  const sides = { A: (aim * shape.A) / top, B: (aim * shape.B) / top };
  const { mass, hit, braking } = duty;
  const reasons: TargetReason[] = [];
  if (makers !== null)
    reasons.push({
      code: "makers",
      figures: { aim: makers, under: makers < floor ? floor : null, over: makers > ceiling ? ceiling : null },
    });
  reasons.push(
    { code: "floor", figures: { hit, mass, braked: braking > 0, loss, tyre, floor } },
    {
      code: "spoke",
      figures: {
        ...{ most: spoke, at: held.at },
        diameter: held.at === "thread" ? wheel.spoke.diameter : middleDiameter(wheel.spoke),
      },
    },
    { code: "buckling", figures: { gives: buckling / BUCKLING_PART, most: buckling } },
    { code: "balance", figures: sides },
  );
  if (floor > ceiling) reasons.push({ code: "narrow", figures: { floor, ceiling } });
  return {
    floor,
    ceiling,
    aim,
    sides,
    loss,
    tyreLoss: tyre,
    spoke,
    buckling,
    reasons,
  };
};
