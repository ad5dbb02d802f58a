import type { WheelGeometry } from "../../mechanics/wheel-geometry";
import { sideMean, spreadOf } from "../../tension/spread";
import type { Outcome } from "../solving/aim";
import type { Forecast } from "./advice";

/** The figures of a wheel as forecast; the target's own side is the tighter. */
export const asForecast = (geometry: WheelGeometry, after: Outcome): Forecast => {
  const tension = Array.from(after.tension, (t) => Math.max(0, t));
  const A = sideMean(geometry.spokes, tension, "A");
  const B = sideMean(geometry.spokes, tension, "B");
  return {
    lateralTir: after.lateralTir,
    radialTir: after.radialTir,
    offset: after.offset,
    tensionMean: Math.max(A, B),
    tensionSpread: spreadOf(geometry.spokes, tension),
    A,
    B,
    lateral: [...after.lateral],
    radial: [...after.radial],
    tension,
  };
};
