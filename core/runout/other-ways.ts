/** A place of the rim and what it reads, mm, whatever it was read with. */
export interface PlaceRead {
  readonly spoke: number;
  readonly value: number;
  /** 1 σ, mm, of this way of reading; left out for a dial. */
  readonly sure?: number;
}

/** mm, 1 σ, of where a mark or a rub begins, and of a feeler (common practice). */
const JUST_TOUCHED = 0.06;
const FEELER = 0.05;

/** Only the high and the low of one turn: where, and the total between them. The zero is halfway. */
export const fromHighAndLow = (high: number, low: number, total: number): PlaceRead[] => [
  { spoke: high, value: total / 2 },
  { spoke: low, value: -total / 2 },
];

/**
 * A pen or chalk held still marks where the rim stands out to it: from one spoke to another, darkest between. Where it
 * begins and ends it just touched: about a tenth of a millimetre under the darkest place, as a mark that wide shows
 * (common practice), more for a long one.
 *
 * @param holes of the rim
 * @param sign + when the pen stood on side A or above the rim
 */
export const fromPenMark = (from: number, to: number, darkest: number, holes: number, sign: 1 | -1): PlaceRead[] => {
  const arc = (to - from + holes) % holes;
  const depth = 0.1 + (0.6 * arc) / holes;
  const opposite = ((darkest - 1 + Math.round(holes / 2)) % holes) + 1;
  return [
    { spoke: darkest, value: sign * depth, sure: depth / 3 },
    { spoke: from, value: 0, sure: JUST_TOUCHED },
    { spoke: to, value: 0, sure: JUST_TOUCHED },
    // What the pen never met is lower by at least as much again.
    { spoke: opposite, value: -sign * depth, sure: depth },
  ];
};

/**
 * The rim rubs on something fixed from one spoke to another; half a turn on, a feeler gives the gap.
 *
 * @param gap mm at the far side
 * @param sign + when it rubs on side A
 */
export const fromRubbing = (from: number, to: number, gap: number, holes: number, sign: 1 | -1): PlaceRead[] => {
  const arc = (to - from + holes) % holes;
  const middle = ((from - 1 + Math.round(arc / 2)) % holes) + 1;
  const opposite = ((middle - 1 + Math.round(holes / 2)) % holes) + 1;
  return [
    { spoke: from, value: 0, sure: JUST_TOUCHED },
    // What rubs is pressed in: by how much nobody sees.
    { spoke: middle, value: 0, sure: 0.15 },
    { spoke: to, value: 0, sure: JUST_TOUCHED },
    { spoke: opposite, value: -sign * gap, sure: FEELER },
  ];
};
