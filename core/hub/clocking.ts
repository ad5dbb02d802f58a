import type { FigureReader } from "../figures/reader";

/**
 * How far on from an A hole the next B hole stands.
 *
 * @param circleB mm, B's hole circle
 * @returns degrees clockwise seen from A; undefined for flanges drilled midway, the usual way
 */
export const clockingDeg = (read: FigureReader, circleB: number): number | undefined => {
  const found = read.word("hub.clocking");
  if (found === "in-line") return 0;
  if (found !== "measured" || !read.has("hub.clockingArc")) return undefined;
  // Measured straight across, so a chord and not an arc.
  return (2 * Math.asin(Math.min(1, read.number("hub.clockingArc") / circleB)) * 180) / Math.PI;
};
