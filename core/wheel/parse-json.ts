import { BadInput } from "./bad-input";
import { pathText } from "./parse-with";

/** No document of this application nests deeper than a dozen. */
const DEEPEST = 60;

/** Half of a sign that takes two: no text anybody wrote, and no database can keep it. */
const HALF_A_SIGN = /\p{Surrogate}/u;

/** Levels a text would nest, without reading it as a document. */
const tooDeep = (text: string): boolean => {
  let [level, quoted] = [0, false];
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (quoted) {
      if (c === "\\") i++;
      else if (c === '"') quoted = false;
    } else if (c === '"') quoted = true;
    else if (c === "[" || c === "{") {
      level++;
      if (level > DEEPEST) return true;
    } else if (c === "]" || c === "}") level--;
  }
  return false;
};

/** Where in a document a text stands that cannot be kept; null where there is none. The way there is told only then. */
const unkeepable = (value: unknown): readonly PropertyKey[] | null => {
  if (typeof value === "string") return HALF_A_SIGN.test(value) ? [] : null;
  if (typeof value !== "object" || value === null) return null;
  if (Array.isArray(value)) {
    for (let i = 0; i < value.length; i++) {
      const found = unkeepable(value[i]);
      if (found) return [i, ...found];
    }
    return null;
  }
  for (const key in value) {
    if (HALF_A_SIGN.test(key)) return [key.replace(/\p{Surrogate}/gu, "\uFFFD")];
    const found = unkeepable((value as Record<string, unknown>)[key]);
    if (found) return [key, ...found];
  }
  return null;
};

/**
 * Reads a JSON document from outside.
 *
 * @param what it is called in what is said
 * @throws BadInput with the path of a text that cannot be kept; without one when it is no JSON, or nested deeper than anybody
 * writes
 */
export const parseJson = (text: string, what = "this"): unknown => {
  // Some editors put a mark before what is UTF-8.
  if (text.charCodeAt(0) === 0xfeff) return parseJson(text.slice(1), what);
  if (tooDeep(text))
    throw new BadInput("", `${what} nests deeper than ${DEEPEST} levels; nothing was changed`, {
      code: "too-large",
      given: null,
      most: DEEPEST,
    });
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    throw new BadInput("", `${what} is not JSON; nothing was changed`, { code: "unreadable" });
  }
  const path = unkeepable(document);
  if (path)
    throw new BadInput(pathText(path), "holds letters that cannot be stored; nothing was changed", {
      code: "unreadable",
    });
  return document;
};
