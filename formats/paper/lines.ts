import bidiFactory from "bidi-js";
import type { FontFile } from "./faces";

/** Part of a line in one font, as it is drawn from left to right. */
export interface Run {
  readonly font: FontFile;
  readonly words: string;
}

const bidi = bidiFactory();
const RIGHT_TO_LEFT = /[\p{Script=Arabic}\p{Script=Hebrew}]/u;
const graphemes = new Intl.Segmenter("en", { granularity: "grapheme" });

const fontOf = (letter: string, fonts: readonly FontFile[]): FontFile | undefined =>
  fonts.find((f) => f.has.has(letter.codePointAt(0) ?? 0));

/**
 * Words by the font that has their letters, in the order they stand on paper: what is written from right to left is laid
 * round (Unicode Standard Annex 9). Letters no font has are left out rather than printed as boxes.
 */
export const runsOf = (words: string, fonts: readonly FontFile[]): readonly Run[] => {
  const text = words.normalize("NFC");
  const levels = RIGHT_TO_LEFT.test(text) ? bidi.getEmbeddingLevels(text, "ltr").levels : null;
  const runs: { font: FontFile; words: string; level: number }[] = [];
  // Signs that join a letter stay with it.
  for (const { segment, index } of graphemes.segment(text)) {
    const font = fontOf(segment, fonts);
    if (!font) continue;
    const level = levels?.[index] ?? 0;
    const last = runs.at(-1);
    if (last?.font === font && last.level === level) last.words += segment;
    else runs.push({ font, words: segment, level });
  }
  // From the innermost outwards, every stretch of at least that level is turned round.
  for (let level = Math.max(0, ...runs.map((r) => r.level)); level > 0; level--)
    for (let from = 0; from < runs.length; from++) {
      if (runs[from].level < level) continue;
      let to = from;
      while (to + 1 < runs.length && runs[to + 1].level >= level) to++;
      runs.splice(from, to - from + 1, ...runs.slice(from, to + 1).reverse());
      from = to;
    }
  return runs;
};
