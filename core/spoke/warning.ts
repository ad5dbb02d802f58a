import type { Side } from "../wheel/wheel-file";

/** What each warning rests on. mm; angles in degrees. */
export interface WarningFigures {
  readonly radial: Record<never, never>;
  readonly cross: { readonly cross: number };
  readonly "no-sideways-hold": Record<never, never>;
  /** `own`: the nipple's own limit, not the usual one of its kind of seat. */
  readonly "entry-angle": { readonly angle: number; readonly limit: number; readonly own: boolean };
  readonly "head-overlap": { readonly by: number };
  readonly "thread-short": { readonly thread: number; readonly needed: number };
  readonly "no-window": Record<never, never>;
  readonly "wrong-side": { readonly side: Side; readonly holes: number; readonly flange: number };
  readonly upright: { readonly side: Side; readonly across: number };
  readonly stubby: { readonly length: number };
}

export type WarningCode = keyof WarningFigures;

/** Something about a build that will not do, or not well. `warningWords` says it, and what would cure it. */
export type Warning = {
  readonly [C in WarningCode]: { readonly code: C; readonly figures: WarningFigures[C] };
}[WarningCode];
