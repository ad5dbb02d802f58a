import { readFileSync } from "node:fs";
import { join } from "node:path";
import fontkit from "@pdf-lib/fontkit";
import { PDFDocument, type PDFFont, type PDFPage, rgb } from "pdf-lib";

export const INK = rgb(0.118, 0.145, 0.149);
/** A4 upright and its margin, points. */
export const A4 = [595.28, 841.89] as const;
export const MARGIN = 48;

/** One weight of the application's own letters, and of those that stand in where it has none; first come, first taken. */
export interface Face {
  readonly fonts: readonly { readonly font: PDFFont; readonly has: ReadonlySet<number> }[];
}

type Weight = 400 | 700;
const fontFile = (name: string, part: string, weight: Weight): Buffer =>
  readFileSync(join(process.cwd(), `node_modules/@fontsource/${name}/files/${name}-${part}-${weight}-normal.woff`));
/** B612 has the letters of western Europe; names come from farther. */
const STAND_IN = ["latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese"];

const faceOf = async (pdf: PDFDocument, weight: Weight, words: string): Promise<Face> => {
  const fonts: Face["fonts"][number][] = [];
  let missing = new Set([...words].map((c) => c.codePointAt(0) ?? 0));
  const take = async (file: Buffer, always: boolean) => {
    const has: ReadonlySet<number> = new Set(fontkit.create(file).characterSet);
    const rest = new Set([...missing].filter((c) => !has.has(c)));
    if (!always && rest.size === missing.size) return;
    missing = rest;
    fonts.push({ font: await pdf.embedFont(file, { subset: true }), has });
  };
  await take(fontFile("b612", "latin", weight), true);
  for (const part of STAND_IN) if (missing.size > 0) await take(fontFile("noto-sans", part, weight), false);
  return { fonts };
};

/** An empty document with the letters embedded that these words need. @param words all that will be written, in any order */
export const openPdf = async (words: string): Promise<{ pdf: PDFDocument; text: Face; bold: Face }> => {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  return { pdf, text: await faceOf(pdf, 400, words), bold: await faceOf(pdf, 700, words) };
};

/** Words by the font that has their letters; letters no font has are left out rather than printed as boxes. */
const runs = (words: string, face: Face): { readonly font: PDFFont; readonly words: string }[] => {
  const out: { font: PDFFont; words: string }[] = [];
  // Composed, for a letter and its accent are one in the fonts.
  for (const letter of words.normalize("NFC")) {
    const font = face.fonts.find((f) => f.has.has(letter.codePointAt(0) ?? 0))?.font;
    if (!font) continue;
    const last = out.at(-1);
    if (last?.font === font) last.words += letter;
    else out.push({ font, words: letter });
  }
  return out;
};

/** Points. */
export const widthOf = (words: string, face: Face, size: number): number =>
  runs(words, face).reduce((sum, run) => sum + run.font.widthOfTextAtSize(run.words, size), 0);

/** One line from x on, its letters standing on y; points. */
export const draw = (
  page: PDFPage,
  words: string,
  at: { readonly x: number; readonly y: number; readonly size: number; readonly face: Face },
): void => {
  let x = at.x;
  for (const run of runs(words, at.face)) {
    page.drawText(run.words, { x, y: at.y, size: at.size, font: run.font, color: INK });
    x += run.font.widthOfTextAtSize(run.words, at.size);
  }
};

/** Words in lines no wider than `width` points; a word that is wider itself is broken. */
export const wrap = (words: string, face: Face, size: number, width: number): string[] => {
  const lines: string[] = [];
  let line = "";
  const fits = (longer: string) => widthOf(longer, face, size) <= width;
  for (const word of words.split(/\s+/).filter(Boolean)) {
    const longer = line ? `${line} ${word}` : word;
    if (fits(longer)) {
      line = longer;
      continue;
    }
    if (line) lines.push(line);
    line = "";
    for (const letter of word)
      if (line === "" || fits(line + letter)) line += letter;
      else {
        lines.push(line);
        line = letter;
      }
  }
  return line ? [...lines, line] : lines;
};

/** The size, no larger than `most` and no smaller than `least`, at which a line is no wider than `width`. */
export const sizeToFit = (words: string, face: Face, width: number, most: number, least: number): number => {
  let size = most;
  while (size > least && widthOf(words, face, size) > width) size -= 0.5;
  return size;
};
