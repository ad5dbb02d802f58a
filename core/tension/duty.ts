import type { Figures } from "../figures/newest";
import { type Duty, USUAL_DUTY } from "./target";

/** What the wheel must carry until it is told. kg, times, part, bar, mm. */
export const DUTY_PRESETS: Readonly<Record<string, number>> = {
  "load.mass": USUAL_DUTY.mass,
  "load.hit": USUAL_DUTY.hit,
  "load.braking": USUAL_DUTY.braking,
  "tyre.pressure": USUAL_DUTY.tyre.pressure * 10,
  "tyre.width": USUAL_DUTY.tyre.width,
};

/** The load on a wheel from its figures; presets where none was told, their names in `assumed`. */
export const dutyOf = (
  figures: Figures,
): { readonly duty: Duty; readonly makers: number | null; readonly assumed: readonly string[] } => {
  const number = (name: string) => Number(figures[name] ?? DUTY_PRESETS[name]);
  const makers = figures["tension.makers"];
  return {
    duty: {
      mass: number("load.mass"),
      hit: number("load.hit"),
      braking: number("load.braking"),
      tyre: { pressure: number("tyre.pressure") / 10, width: number("tyre.width") },
    },
    makers: makers === undefined ? null : Number(makers),
    assumed: Object.keys(DUTY_PRESETS).filter((name) => figures[name] === undefined),
  };
};
