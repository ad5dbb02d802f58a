import type { Sample } from "@/core/runout/at-holes";
import type { Heard } from "@/core/spin/heard";
import type { AtHole } from "@/core/spin/spin";

export type SpunDial = "lateral" | "radial";

/** What gauges showed while the wheel was turned, the one it is cut by first. */
export interface SpinQuestion {
  readonly dials: readonly { readonly what: SpunDial; readonly heard: readonly Heard[]; readonly sign: 1 | -1 }[];
  /** ms, when somebody tapped as the valve passed; null where it is cut at a strip or the weld. */
  readonly taps: readonly number[] | null;
  readonly holes: number;
  /** Degrees from the valve of what it is cut at. */
  readonly startDeg: number;
  /** The last spoke came by first. */
  readonly backwards: boolean;
}

/** One way it can be cut, with what is read over the holes then. */
export interface SpinCutAt {
  /** mm: how high what it is cut at stands; null for taps. */
  readonly mark: number | null;
  readonly turns: number;
  readonly dials: Readonly<
    Record<
      string,
      {
        readonly read: readonly AtHole[];
        /** Degrees from the valve, clockwise. */
        readonly samples: readonly Sample[];
        /** Another turn would make it surer. */
        readonly another: boolean;
      }
    >
  >;
}

export interface SpinAnswer {
  readonly cuts: readonly SpinCutAt[];
  /** Why there is none yet, in words. */
  readonly why: string | null;
}
