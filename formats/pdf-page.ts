import { readFileSync } from "node:fs";
import { join } from "node:path";
import fontkit from "@pdf-lib/fontkit";
import { PDFDocument, type PDFFont, rgb } from "pdf-lib";

export const INK = rgb(0.118, 0.145, 0.149);

const font = (weight: 400 | 700): Buffer =>
  readFileSync(join(process.cwd(), `node_modules/@fontsource/b612/files/b612-latin-${weight}-normal.woff`));

/** An empty document with the application's own letters embedded. */
export const openPdf = async (): Promise<{ pdf: PDFDocument; text: PDFFont; bold: PDFFont }> => {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const [text, bold] = await Promise.all([
    pdf.embedFont(font(400), { subset: true }),
    pdf.embedFont(font(700), { subset: true }),
  ]);
  return { pdf, text, bold };
};

/** Words in lines no wider than `width` points. */
export const wrap = (text: string, face: PDFFont, size: number, width: number): string[] => {
  const lines: string[] = [];
  let line = "";
  for (const word of text.split(" ")) {
    const longer = line ? `${line} ${word}` : word;
    if (face.widthOfTextAtSize(longer, size) > width && line) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return line ? [...lines, line] : lines;
};

/** Letters the fonts do not have are left out rather than printed as boxes. */
export const printable = (text: string, face: PDFFont): string => {
  const known = new Set(face.getCharacterSet());
  return [...text].filter((c) => known.has(c.codePointAt(0) ?? 0)).join("");
};
