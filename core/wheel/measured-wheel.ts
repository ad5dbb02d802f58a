import { type CarriedCheck, carriedCheck } from "../measurement/carried";
import { type Entry, settleAll, type Taken } from "../measurement/taken";
import { buildWheel, type WheelBuild } from "./build";

/** All that was measured of a wheel, and what it comes to. */
export interface MeasuredWheel {
  /** What each figure's entries come to. */
  readonly taken: Readonly<Record<string, Taken>>;
  /** What was carried over from an earlier wheel of the machine, and how it stands. */
  readonly carried: CarriedCheck;
  /** From the figures as they are now. */
  readonly build: WheelBuild;
}

/** Until one of them was measured here and agrees, what was carried over is assumed; what differs is asked about. */
const withCarried = (build: WheelBuild, { from, resting, differs, tested }: CarriedCheck): WheelBuild =>
  from === null
    ? build
    : {
        ...build,
        assumed: tested ? build.assumed : [...build.assumed, ...resting.filter((n) => !build.assumed.includes(n))],
        doubts: [
          ...build.doubts,
          ...differs.map(({ name, carried, measured }) => ({
            code: "carried-differs" as const,
            figure: name,
            figures: { from, carried, measured },
          })),
        ],
      };

/**
 * What the entries of a job come to, wherever that is asked: in the record, or at a device for what it has not sent yet.
 *
 * @param entries in the order put down
 * @param name of the wheel: the machine, and which of its wheels
 */
export const measuredWheel = (entries: readonly Entry[], name: string): MeasuredWheel => {
  const taken = settleAll(entries);
  const carried = carriedCheck(entries, taken);
  return { taken, carried, build: withCarried(buildWheel(taken, name), carried) };
};
