import PDFDocument from "pdfkit";
import { type FontFile, fontsFor, type Weight } from "./faces";
import { type Run, runsOf } from "./lines";

export const INK = "#1e2526";
export const PALE = "#7f7766";
/** A4 upright and its margin, points. */
export const A4 = [595.28, 841.89] as const;
export const MARGIN = 48;

/** One weight of the letters a paper is written in. */
export interface Face {
  readonly weight: Weight;
  readonly fonts: readonly FontFile[];
}

/** What a part of a page is to whoever has it read out (ISO 32000-1, 14.8.4). */
export type Leaf = "H1" | "H2" | "P" | "TH" | "TD" | "Figure";
export type Group = "Table" | "TR" | "Sect";

/** y from the foot of the page up; points. */
export interface Place {
  readonly x: number;
  readonly y: number;
}
interface Line {
  readonly from: Place;
  readonly to: Place;
  readonly width: number;
  readonly color?: string;
  readonly dash?: readonly [number, number];
}
interface Words extends Place {
  readonly size: number;
  readonly face: Face;
  /** A paragraph's line unless said, or within a part that is said to be something. */
  readonly is?: Leaf;
}

interface About {
  readonly title: string;
  readonly author: string;
  /** All that will be written, in any order: which letters are needed. */
  readonly words: string;
  /** Of the record, never of now: the same record gives the same paper. */
  readonly date: string;
}

export type Paper = ReturnType<typeof openPaper>["paper"];

/** Features of a font that put one sign at a place of another, left out; the types know only those that are asked for. */
const WITHOUT_PLACES = {
  mark: false,
  mkmk: false,
  abvm: false,
  blwm: false,
} as unknown as PDFKit.Mixins.OpenTypeFeatures[];

/** The first day of a paper whose record has none. */
const NO_DATE = "2000-01-01";

/**
 * A paper to be printed and read out: tagged, in English, its letters embedded. Rules and marks that say nothing are marked as
 * such; what is drawn otherwise is read in the order it is drawn.
 */
export const openPaper = ({ title, author, words, date }: About) => {
  const at = new Date(`${/^\d{4}-\d{2}-\d{2}$/.test(date) ? date : NO_DATE}T12:00:00Z`);
  const pdf = new PDFDocument({
    ...{ autoFirstPage: false, margin: 0, pdfVersion: "1.7", tagged: true, lang: "en-GB", displayTitle: true },
    // None of the standard ones, which are not embedded.
    font: "",
    info: { Title: title, Author: author, Creator: "Tall Compass", Producer: "Tall Compass", CreationDate: at },
  });
  const chunks: Buffer[] = [];
  pdf.on("data", (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done, fail) => {
    pdf.on("end", done);
    pdf.on("error", fail);
  });
  const face = (weight: Weight): Face => ({ weight, fonts: fontsFor(words, weight).fonts });
  const faces = { text: face(400), bold: face(700) };
  for (const { fonts } of Object.values(faces)) for (const font of fonts) pdf.registerFont(font.name, font.bytes);

  const whole = pdf.struct("Document");
  pdf.addStructure(whole);
  let parents = [whole];
  let inLeaf = false;
  /** Of what is drawn, what it is; `alt` says it in words where it is a picture. */
  const leaf = (is: Leaf, draw: () => void, alt?: string): void => {
    if (inLeaf) {
      draw();
      return;
    }
    inLeaf = true;
    const content = pdf.markStructureContent(is);
    draw();
    pdf.endMarkedContent();
    inLeaf = false;
    parents[0].add(pdf.struct(is, alt === undefined ? {} : { alt }, [content]));
  };
  const artifact = (draw: () => void): void => {
    if (!inLeaf) pdf.markContent("Artifact", { type: "Layout" });
    draw();
    if (!inLeaf) pdf.endMarkedContent();
  };
  const group = (is: Group, draw: () => void): void => {
    const part = pdf.struct(is);
    parents[0].add(part);
    parents = [part, ...parents];
    draw();
    parents = parents.slice(1);
  };

  const height = () => pdf.page.height;
  const plainly = new Set<string>();
  /** How a run is laid out: the layout fails on signs some fonts say no place for, and they are then put after their letter. */
  const laidOut = ({ font, words: run }: Run): { readonly features?: PDFKit.Mixins.OpenTypeFeatures[] } =>
    plainly.has(`${font.name} ${run}`) ? { features: WITHOUT_PLACES } : {};
  const measured = (run: Run, size: number): number => {
    pdf.font(run.font.name, size);
    try {
      return pdf.widthOfString(run.words, laidOut(run));
    } catch {
      plainly.add(`${run.font.name} ${run.words}`);
      return pdf.widthOfString(run.words, laidOut(run));
    }
  };
  const widthOf = (line: string, { fonts }: Face, size: number): number =>
    runsOf(line, fonts).reduce((sum, run) => sum + measured(run, size), 0);

  const paper = {
    page: ([wide, high]: readonly [number, number]): void => {
      pdf.addPage({ size: [wide, high], margin: 0 });
    },
    leaf,
    group,
    /** One line, its letters standing on y. */
    text: (line: string, { x, y, size, face: of, is = "P" }: Words): void => {
      const runs = runsOf(line, of.fonts);
      if (runs.length === 0) return;
      leaf(is, () => {
        let from = x;
        for (const run of runs) {
          const wide = measured(run, size);
          pdf.fillColor(INK).text(run.words, from, height() - y, {
            ...{ lineBreak: false, baseline: "alphabetic" },
            ...laidOut(run),
          });
          from += wide;
        }
      });
    },
    line: ({ from, to, width, color = INK, dash }: Line): void =>
      artifact(() => {
        pdf.save().lineWidth(width).strokeColor(color);
        if (dash) pdf.dash(dash[0], { space: dash[1] });
        pdf
          .moveTo(from.x, height() - from.y)
          .lineTo(to.x, height() - to.y)
          .stroke()
          .restore();
      }),
    dot: ({ x, y }: Place, radius: number): void =>
      artifact(() => {
        pdf.circle(x, height() - y, radius).fill(INK);
      }),
    ring: ({ x, y }: Place, radius: number, width: number): void =>
      artifact(() => {
        pdf
          .save()
          .lineWidth(width)
          .circle(x, height() - y, radius)
          .stroke(INK)
          .restore();
      }),
    square: ({ x, y }: Place, size: number): void =>
      artifact(() => {
        pdf.rect(x, height() - y - size, size, size).fill(INK);
      }),
    /** Outline of an SVG path whose nought lies at x and y, y of the path downwards. */
    outline: (path: string, { x, y }: Place, width: number): void =>
      artifact(() => {
        pdf
          .save()
          .translate(x, height() - y)
          .lineWidth(width)
          .path(path)
          .stroke(INK)
          .restore();
      }),
    /** Points. */
    widthOf,
    /** Words in lines no wider than `width` points; a word that is wider itself is broken. */
    wrap: (text: string, of: Face, size: number, width: number): string[] =>
      wrapped(text, (l) => widthOf(l, of, size) <= width),
    /** The size, no larger than `most` and no smaller than `least`, at which a line is no wider than `width`. */
    sizeToFit: (line: string, of: Face, width: number, most: number, least: number): number => {
      let size = most;
      while (size > least && widthOf(line, of, size) > width) size -= 0.5;
      return size;
    },
    bytes: async (): Promise<Uint8Array> => {
      whole.end();
      pdf.end();
      await ended;
      return new Uint8Array(Buffer.concat(chunks));
    },
  };
  return { paper, ...faces };
};

const wrapped = (text: string, fits: (line: string) => boolean): string[] => {
  const lines: string[] = [];
  let line = "";
  for (const word of text.split(/\s+/).filter(Boolean)) {
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
