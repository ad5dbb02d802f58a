const isTree = (x: unknown): x is Readonly<Record<string, unknown>> => typeof x === "object" && x !== null;

/**
 * Paths of a document that its reader knew nothing of and left out: a slip in a name, or something of a later version.
 *
 * @param given as it came
 * @param read the same, parsed: with defaults, without what is not known
 */
export const passedOver = (given: unknown, read: unknown, path = ""): string[] => {
  if (!isTree(given) || !isTree(read)) return [];
  return Object.keys(given).flatMap((key) => {
    const here = Array.isArray(given) ? `${path}[${key}]` : path === "" ? key : `${path}.${key}`;
    if (!Object.hasOwn(read, key)) return given[key as keyof typeof given] === undefined ? [] : [here];
    return passedOver(given[key], read[key], here);
  });
};
