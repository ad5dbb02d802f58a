import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Chapter } from "@/core/shop/handbook";

/** What a chapter says, as it is written; `README` is the way in. */
export const handbookText = (chapter: Chapter | "README"): string =>
  readFileSync(join(process.cwd(), `docs/handbook/${chapter}.md`), "utf8");

export const titleOf = (text: string): string => /^# (.+)$/m.exec(text)?.[1] ?? "";
