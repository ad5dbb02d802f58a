/** Letters to be changed, put in or left out to make one word of the other (Levenshtein 1966). */
const apart = (a: string, b: string): number => {
  let row = [...Array(b.length + 1).keys()];
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next.push(Math.min(row[j] + 1, next[j - 1] + 1, row[j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1)));
    row = next;
  }
  return row[b.length];
};

/** Longer ones are no slip of a name, and would take long to compare. */
const LONGEST = 40;

/**
 * The key that may have been meant by one that is missing: the same but for capitals, or a letter or two.
 *
 * @param document as it came
 * @param path of the missing key within it
 */
export const nearKey = (document: unknown, path: readonly PropertyKey[]): string | null => {
  const wanted = path.at(-1);
  if (typeof wanted !== "string") return null;
  let place: unknown = document;
  for (const key of path.slice(0, -1)) place = (place as Record<PropertyKey, unknown> | undefined)?.[key];
  if (typeof place !== "object" || place === null || Array.isArray(place)) return null;
  const most = wanted.length > 4 ? 2 : 1;
  const close = (key: string) =>
    key !== wanted && key.length <= LONGEST && apart(key.toLowerCase(), wanted.toLowerCase()) <= most;
  return Object.keys(place).slice(0, 100).find(close) ?? null;
};
