import { readFileSync } from "node:fs";
import { join } from "node:path";
import { create, type Font } from "fontkit";
import { unpackedFont } from "./unpacked-font";

export type Weight = 400 | 700;
/** One font file of the application's own letters. */
export interface FontFile {
  readonly name: string;
  readonly bytes: Buffer;
  readonly has: ReadonlySet<number>;
}

/** B612 has the letters of western Europe; names come from farther. The first that has a letter prints it. */
const FONTS: readonly (readonly [family: string, part: string])[] = [
  ["b612", "latin"],
  ...["latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese", "devanagari"].map(
    (part) => ["noto-sans", part] as const,
  ),
  ...[
    ...["arabic", "hebrew", "armenian", "georgian", "ethiopic", "thai", "khmer", "bengali", "gurmukhi", "gujarati"],
    ...["tamil", "telugu", "kannada", "malayalam", "sinhala"],
  ].map((script) => [`noto-sans-${script}`, script] as const),
];

const opened = new Map<string, FontFile>();
/** Read and unpacked once; what it has is asked of every paper. */
const fontFile = (family: string, part: string, weight: Weight): FontFile => {
  const name = `${family}-${part}-${weight}`;
  const known = opened.get(name);
  if (known) return known;
  const path = `node_modules/@fontsource/${family}/files/${name}-normal.woff`;
  const bytes = unpackedFont(readFileSync(join(process.cwd(), path)));
  const file = { name, bytes, has: new Set((create(bytes) as Font).characterSet) };
  opened.set(name, file);
  return file;
};

/** What joins letters or says how one is drawn, and is none itself. */
const NO_LETTER = /[\s\p{Cc}\p{Cf}\p{Variation_Selector}]/u;

/** The fonts these words need, the shop's own first; and the letters none of them has. */
export const fontsFor = (
  words: string,
  weight: Weight,
): { readonly fonts: readonly FontFile[]; readonly missing: readonly string[] } => {
  // Composed, for a letter and its accent are one in the fonts.
  let missing = [...new Set(words.normalize("NFC"))].filter((c) => !NO_LETTER.test(c));
  const fonts: FontFile[] = [];
  for (const [family, part] of FONTS) {
    if (fonts.length > 0 && missing.length === 0) break;
    const file = fontFile(family, part, weight);
    const rest = missing.filter((c) => !file.has.has(c.codePointAt(0) ?? 0));
    if (fonts.length > 0 && rest.length === missing.length) continue;
    fonts.push(file);
    missing = rest;
  }
  return { fonts, missing };
};

/** Letters that no paper can show, each once; to be told before something is printed. */
export const unprintable = (words: string): readonly string[] => fontsFor(words, 400).missing;
