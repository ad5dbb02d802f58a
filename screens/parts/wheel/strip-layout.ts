import type { StringLevels } from "./rim-traces";

/** A string this many times as tight as wanted reaches the edge. */
export const FULL_STRING = 1.6;
/** Room for the scale, px. */
export const LEFT = 58;
export const RIGHT = 16;
/** px across under which a caption is cut short, so that the side's name has room beside it. */
export const NARROW = 480;
/** Lower than this, px, captions and figures share their room. */
const LOW = 300;
/** px between spokes from which a figure stands clear of its neighbours' strings. */
const FIGURE_GAP = 48;
/** px that captions take at either end. */
const CAPTION = { left: 230, right: 130 };

/** Which spokes a row shows, 0-based, up to but without `to`; and the room it has, px. */
export interface StripRoom {
  readonly from: number;
  readonly to: number;
  readonly perRow: number;
  readonly width: number;
  readonly height: number;
}

/** A line across the strip and how far it reaches either way, px. */
interface Lane {
  readonly y: number;
  readonly half: number;
}

export interface StripLayout extends StripRoom {
  /** px between spokes. */
  readonly gap: number;
  /** Where the row ends, px. */
  readonly end: number;
  readonly lane: Readonly<Record<"lateral" | "strings" | "radial", Lane>>;
  /** Middle of a spoke, 0-based. */
  readonly x: (i: number) => number;
  /** Where a string of this level ends. */
  readonly stringY: (side: "A" | "B", level: number) => number;
  /** Whether a spoke's figure, on the far side of its string, stands clear of the captions. */
  readonly clear: (side: "A" | "B", at: number) => boolean;
}

export const stripLayout = (room: StripRoom, strings: StringLevels | undefined): StripLayout => {
  const { from, to, perRow, width, height } = room;
  const gap = (width - LEFT - RIGHT) / perRow;
  const end = LEFT + (to - from) * gap;
  // Shares of the height: trace, strings, trace, numbers.
  const lane = strings
    ? {
        lateral: { y: height * 0.1, half: height * 0.055 },
        strings: { y: height * 0.49, half: height * 0.29 },
        radial: { y: height * 0.87, half: height * 0.05 },
      }
    : {
        lateral: { y: height * 0.19, half: height * 0.13 },
        strings: { y: height * 0.49, half: height * 0.105 },
        radial: { y: height * 0.79, half: height * 0.12 },
      };
  return {
    ...room,
    ...{ gap, end, lane },
    x: (i) => LEFT + (i - from + 0.5) * gap,
    stringY: (side, level) =>
      lane.strings.y + (side === "A" ? -1 : 1) * lane.strings.half * Math.min(1, level / FULL_STRING),
    clear: (side, at) =>
      gap >= FIGURE_GAP &&
      (height >= LOW || (at < end - CAPTION.right && (side === "B" || from > 0 || at > LEFT + gap + CAPTION.left))),
  };
};
