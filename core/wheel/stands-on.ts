import { buildFromFigures, rebuilt, type WheelBuild } from "./build";
import { figuresOfWheel } from "./figures-of-wheel";
import { isTree } from "./wheel-changes";
import { readWheel, type WheelInput } from "./wheel-file";

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What `now` changed of `base` stands; all else is as `settled` says. */
const withChanges = (base: unknown, settled: unknown, now: unknown): unknown => {
  if (!isTree(settled) || !isTree(now)) return same(base, now) ? settled : now;
  const from = isTree(base) ? base : {};
  return Object.fromEntries(
    [...new Set([...Object.keys(settled), ...Object.keys(now)])].flatMap((key) => {
      const value = withChanges(from[key], settled[key], now[key]);
      return value === undefined ? [] : [[key, value]];
    }),
  );
};

/**
 * A wheel as its figures make it now, on the one that was settled: what that one says and no figure can (a section's own
 * stiffnesses, a drilling's angles) stays, until a figure says otherwise of that very thing.
 */
export const standingOn = (build: WheelBuild, settled: WheelInput): WheelBuild => {
  if (same({ ...build.input, name: "" }, { ...settled, name: "" })) return build;
  const base = buildFromFigures(figuresOfWheel(readWheel(settled)), build.input.name ?? "").input;
  return rebuilt(build, { ...(withChanges(base, settled, build.input) as WheelInput), name: build.input.name });
};
