/** How one gauge's lines look, and which of the figures in them is the reading; learnt from one of its lines. */
export interface GaugeLine {
  /** The line with every figure as `#` and how many places it has behind the point. */
  readonly shape: string;
  /** Which figure of the line, from 0. */
  readonly figure: number;
  /** It sends by itself, many times a second, and not at a press of its key. */
  readonly streams?: boolean;
}

/** ms: nobody presses a key twice in so little. */
const A_PRESS = 400;

/** Whether lines that came at these times, ms, were sent without anybody pressing. */
export const sendsByItself = (times: readonly number[]): boolean =>
  times.length >= 2 && times[times.length - 1] - times[times.length - 2] < A_PRESS;

/** A line in its parts, for pointing at: words between, figures that may be the one. */
export interface LinePart {
  readonly text: string;
  /** Which figure it is, from 0; null for what is none. */
  readonly figure: number | null;
}

/** A figure as gauges send it: a sign, which may stand apart, and a point or a comma. */
const FIGURE = /(?:[+\-−][ \t]*)?\d+(?:[.,]\d+)?/g;

/** Characters of a line at most; what is longer comes from no gauge. */
export const LONGEST_LINE = 200;

const readable = (line: string): string => line.trim().replace(/\s+/g, " ");

export const partsOf = (line: string): readonly LinePart[] => {
  const text = readable(line);
  const parts: LinePart[] = [];
  let at = 0;
  let figure = 0;
  for (const match of text.matchAll(FIGURE)) {
    if (match.index > at) parts.push({ text: text.slice(at, match.index), figure: null });
    parts.push({ text: match[0], figure });
    figure++;
    at = match.index + match[0].length;
  }
  if (at < text.length) parts.push({ text: text.slice(at), figure: null });
  return parts;
};

/** With a figure of more places, another letter or a unit of its own it is another kind of line. */
const shapeOf = (line: string): string =>
  partsOf(line)
    .map(({ text, figure }) => (figure === null ? text : `#${/[.,](\d+)$/.exec(text)?.[1].length ?? 0}`))
    .join("");

/** @param figure which of the line's figures is the reading, from 0 @returns null where it has no such figure */
export const learnLine = (line: string, figure: number): GaugeLine | null =>
  line.length <= LONGEST_LINE && partsOf(line).some((p) => p.figure === figure)
    ? { shape: shapeOf(line), figure }
    : null;

/**
 * The reading in a line, as it would be typed: its sign close to it, a point. Null for any line that is not of the gauge's
 * own kind: cut off, garbled, or of another setting of the gauge.
 */
export const figureIn = (line: string, gauge: GaugeLine): string | null => {
  if (line.length > LONGEST_LINE || shapeOf(line) !== gauge.shape) return null;
  const part = partsOf(line).find((p) => p.figure === gauge.figure);
  return part ? part.text.replace(/[ \t]/g, "").replace("−", "-").replace(",", ".") : null;
};

/** How many places its figure has behind the point. */
export const placesOf = ({ shape, figure }: GaugeLine): number => Number(shape.match(/#\d/g)?.[figure]?.[1] ?? 2);

/** ms of silence before a beginning; and ms after which a line that was begun is none any more: its rest was lost. */
const [SILENCE, BROKEN_OFF] = [80, 400];

/**
 * Puts what comes over a cable, in pieces of any size, together into lines. What was begun before anybody listened, or went on
 * after a break, is no line: half of `-0.12` is another figure.
 */
export class LineReader {
  /** Null in the middle of something whose beginning nobody heard. */
  private held: string | null = null;
  private lastAt: number;

  /** @param openedAt ms, when it began to listen */
  constructor(openedAt: number) {
    this.lastAt = openedAt;
  }

  /** @param at ms, when it came @returns the lines that ended in it */
  feed(text: string, at: number): readonly string[] {
    const silent = at - this.lastAt;
    this.lastAt = at;
    if (this.held === null && silent >= SILENCE) this.held = "";
    else if (this.held !== null && this.held !== "" && silent >= BROKEN_OFF) this.held = null;
    const lines: string[] = [];
    for (const char of text) {
      if (char === "\r" || char === "\n") {
        if (this.held?.trim()) lines.push(this.held);
        this.held = "";
      } else if (this.held !== null) this.held = this.held.length > LONGEST_LINE ? null : this.held + char;
    }
    return lines;
  }
}
