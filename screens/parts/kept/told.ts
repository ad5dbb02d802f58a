import type { Entered } from "./entered";

/** What is told of a job with what waits to get there; of a line told twice the later counts. */
export const withTold = <T extends object>(told: T, waiting: readonly Entered[]): T => {
  const lines = waiting.flatMap((w) => (w.what === "told" && w.key in told ? [[w.key, w.value] as const] : []));
  return lines.length > 0 ? { ...told, ...Object.fromEntries(lines) } : told;
};
