import type { Wheel } from "./wheel-file";

/** One figure in which two wheels differ; dotted path as in the wheel file. */
export interface WheelChange {
  readonly path: string;
  readonly was: string;
  readonly becomes: string;
}

/** A part of a wheel with parts of its own. */
export const isTree = (x: unknown): x is Record<string, unknown> =>
  typeof x === "object" && x !== null && !Array.isArray(x);
const said = (x: unknown): string =>
  x === undefined || x === null ? "none" : typeof x === "string" ? x : JSON.stringify(x);

/** What would change if the first wheel became the second, defaults filled in on both; empty when they are the same. */
export const wheelChanges = (was: Wheel | null, becomes: Wheel): WheelChange[] => {
  const differ = (a: unknown, b: unknown, path: string): WheelChange[] => {
    if (isTree(a) || isTree(b)) {
      const [left, right] = [isTree(a) ? a : {}, isTree(b) ? b : {}];
      return [...new Set([...Object.keys(left), ...Object.keys(right)])].flatMap((key) =>
        differ(left[key], right[key], path === "" ? key : `${path}.${key}`),
      );
    }
    return JSON.stringify(a) === JSON.stringify(b) ? [] : [{ path, was: said(a), becomes: said(b) }];
  };
  return differ(was ?? {}, becomes, "");
};
