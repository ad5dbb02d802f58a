/** Chapters in their order, by the name of their file and address. */
export const CHAPTERS = [
  ...(["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back"] as const),
  ...(["schools", "cautions", "shop", "practice", "files", "trouble", "words"] as const),
] as const;
export type Chapter = (typeof CHAPTERS)[number];

/** A chapter, or a heading of it, as its address has it. */
export type HandbookPlace = Chapter | `${Chapter}#${string}`;

export const isChapter = (name: string): name is Chapter => (CHAPTERS as readonly string[]).includes(name);

export const handbookAddress = (place: HandbookPlace): string => `/handbook/${place}`;

/** Where a link or picture of the written pages leads within the application. */
export const addressOf = (written: string): string => {
  const [, file, anchor = ""] = /^([a-zA-Z-]+)\.md(#.*)?$/.exec(written) ?? [];
  if (file) return file === "README" ? `/handbook${anchor}` : `/handbook/${file}${anchor}`;
  return written.replace(/^\.\.\/\.\.\/public\//, "/");
};
