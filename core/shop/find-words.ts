/** A word is cut here; nobody types more of one. */
const LONGEST = 40;

/** Text as the words that find it: small letters and figures, a length with its unit in one (`168 mm`: `168mm`), each once. */
export const findWords = (text: string): string[] => [
  ...new Set(
    text
      .toLowerCase()
      .replace(/(\d)\s+mm\b/g, "$1mm")
      .split(/[^\p{L}\p{N}]+/u)
      .filter((w) => w !== "")
      .map((w) => w.slice(0, LONGEST)),
  ),
];
