import { type LengthUnit, toMm } from "./lengths";

/** A length as somebody wrote it, and what it was taken to mean. */
export interface ReadLength {
  readonly ok: true;
  readonly mm: number;
  /** The figure in its own unit. */
  readonly value: number;
  readonly unit: LengthUnit;
  /** Whether the unit was written with it. */
  readonly unitWritten: boolean;
  readonly typed: string;
  /** Set when the figure can be read two ways and the person should be asked; the value is the likelier reading. */
  readonly ask?: string;
}
export interface UnreadLength {
  readonly ok: false;
  readonly typed: string;
  /** Says what was given and what would do. */
  readonly message: string;
}

const UNIT_WORDS: readonly [RegExp, LengthUnit][] = [
  [/\s*(?:thou|mil)\.?$/i, "thou"],
  [/\s*(?:"|″|”|inches|inch|in)\.?$/i, "inch"],
  [/\s*(?:mm|millimetres?|millimeters?)\.?$/i, "mm"],
];

const GLYPHS: Record<string, string> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
};

const DECIMAL = /^\d+\.?\d*$|^\.\d+$/;

/** `12`, `.25`, `1/4`, `1 1/4`, `1-1/4`; no sign. @returns null when it is none of these */
const readUnsigned = (text: string): number | null => {
  if (DECIMAL.test(text)) return Number(text);
  const fraction = /^(?:(\d+)(?:\s+|-))?(\d+)\s*\/\s*(\d+)$/.exec(text);
  if (!fraction) return null;
  const below = Number(fraction[3]);
  if (below === 0) return null;
  return Number(fraction[1] ?? 0) + Number(fraction[2]) / below;
};

/**
 * Reads a length the way people write it: `0,25`, `.25`, `1/4`, `10thou`, `10 thou`, `1"`, `15/16"`, `1 1/4"`, `-.3`, `½`.
 * A comma is a decimal comma. One comma with exactly three figures after it and one to three before, the first not 0
 * (`1,250`), could be thousands: it is read as a decimal and `ask` is set.
 *
 * @param unit what a bare figure is in
 */
export const readLength = (typed: string, unit: LengthUnit = "mm"): ReadLength | UnreadLength => {
  const fail = (why: string): UnreadLength => ({
    ok: false,
    typed,
    message: `“${typed}” ${why}; write a number such as 12.5, 0,25, 1/4, 10 thou or 15/16"`,
  });
  let text = typed.trim().replace(/[−–]/g, "-");
  if (text === "") return fail("is empty");
  let given = unit;
  let unitWritten = false;
  for (const [word, is] of UNIT_WORDS) {
    if (word.test(text)) {
      text = text.replace(word, "");
      given = is;
      unitWritten = true;
      break;
    }
  }
  text = text.replace(/(\d)?([½¼¾⅛⅜⅝⅞])/g, (_, before: string | undefined, glyph: string) =>
    before === undefined ? GLYPHS[glyph] : `${before} ${GLYPHS[glyph]}`,
  );
  const signed = /^([+-])?\s*(.*)$/.exec(text.trim());
  const sign = signed?.[1] === "-" ? -1 : 1;
  let figure = signed?.[2] ?? "";
  let ask: string | undefined;
  const commas = (figure.match(/,/g) ?? []).length;
  if (commas > 1 || (commas === 1 && figure.includes("."))) return fail("has more than one decimal sign");
  if (commas === 1) {
    if (/^[1-9]\d{0,2},\d{3}$/.test(figure))
      ask = `${figure}: read as ${figure.replace(",", ".")}, or did you mean ${figure.replace(",", "")}?`;
    figure = figure.replace(",", ".");
  }
  const value = readUnsigned(figure);
  if (value === null || !Number.isFinite(value)) return fail("cannot be read as a number");
  const result: ReadLength = {
    ok: true,
    mm: toMm(sign * value, given),
    value: sign * value,
    unit: given,
    unitWritten,
    typed,
  };
  return ask === undefined ? result : { ...result, ask };
};
