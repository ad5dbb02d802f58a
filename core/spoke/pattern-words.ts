import type { Against, PatternAdvice } from "./patterns";

/** Why a number of crosses will not do, in a few words. */
export const againstWords = (a: Against): string => {
  const called = a.cross === 0 ? "radial" : `${a.cross} cross`;
  switch (a.code) {
    case "no-torque":
      return "radial: carries neither brake nor drive, never on a driven or drum-braked wheel";
    case "head-overlap":
      return `${called}: ${a.by.toFixed(1)} mm into the neighbour's head`;
    case "entry-angle":
      return `${called}: ${a.angle.toFixed(1)}° at the nipple, limit ${Number(a.limit.toFixed(1))}`;
    case "bore":
      return `${called}: ${a.angle.toFixed(1)}° off the bore, limit ${Number(a.limit.toFixed(1))}`;
    case "past-tangent":
      return `${called}: past the tangent, it leaves the hub at ${a.angle.toFixed(0)}°`;
    case "farther-past-tangent":
      return `${called}: leaves the hub at ${a.angle.toFixed(0)}°, farther past the tangent`;
    case "valve":
      return `${called}: ${a.room.toFixed(0)} mm at the valve, ${a.needed} are needed`;
    case "far-side":
      return `${called}: passes the hub's far side`;
  }
};

const crossWords = (cross: number): string => (cross === 0 ? "radial" : `${cross} cross`);

/** What the wheel had and what the geometry alone would choose, told apart. */
export const crossesWords = ({ recommended, had, whyNotNext }: PatternAdvice): string => {
  const limit = againstWords(whyNotNext);
  const it = had === null ? "" : `It had ${crossWords(had)}: its old spokes fit no other.`;
  if (recommended === null) return [it, `None keeps every limit: ${limit}.`].filter(Boolean).join(" ");
  if (had === recommended) return `${it} The geometry says the same; not one more: ${limit}.`;
  const geometry = `By the geometry alone ${crossWords(recommended)}; not one more: ${limit}.`;
  return had === null ? geometry : `${it} ${geometry} What it was built with comes first.`;
};
