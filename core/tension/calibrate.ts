import { bendingStiffness, noteFrequency, type SoundingSpoke } from "./note";

/** One spoke of a kind at a tension known by a gauge or a hung weight, and the note it then plays. */
export interface KnownSpoke {
  /** N. */
  readonly tension: number;
  /** Hz. */
  readonly frequency: number;
}

/** How the ends of a kind hold, or why that spoke cannot tell. */
export type EndsFound =
  | { readonly ok: true /** N·mm a radian; with several known spokes the middle one. */; readonly ends: number }
  | { readonly ok: false; readonly message: string };

/** Stiffer than this against turning, in EI/L, an end is as good as clamped; softer, as good as pinned. */
const STIFFEST = 1e4;
const SOFTEST = 1e-3;

const endsOf = (spoke: SoundingSpoke, known: KnownSpoke): EndsFound => {
  const EI = bendingStiffness(spoke);
  const unit = EI / spoke.freeLength;
  const at = (x: number) => noteFrequency({ ...spoke, ends: unit * x }, known.tension);
  const lowest = at(SOFTEST);
  const highest = at(STIFFEST);
  const said = `${Math.round(known.frequency)} Hz at ${Math.round(known.tension)} N`;
  // One part in a hundred either way is the thickness' own doubt.
  if (known.frequency < lowest * 0.99)
    return {
      ok: false,
      message: `${said} is lower than this spoke can sound (${Math.round(lowest)} Hz): it is longer or thinner than written down, or the tension is less`,
    };
  if (known.frequency > highest * 1.01)
    return {
      ok: false,
      message: `${said} is higher than this spoke can sound (${Math.round(highest)} Hz): it is shorter or thicker than written down, touches another, or the tension is more`,
    };
  let low = Math.log(SOFTEST);
  let high = Math.log(STIFFEST);
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (at(Math.exp(middle)) < known.frequency) low = middle;
    else high = middle;
  }
  return { ok: true, ends: unit * Math.exp((low + high) / 2) };
};

/**
 * How an elbow and a nipple of this kind really hold their spoke, between pinned and clamped, from spokes whose tension
 * is known. One is enough; of several the middle one counts, and one that cannot be is said.
 */
export const calibrateEnds = (spoke: SoundingSpoke, known: readonly KnownSpoke[]): EndsFound => {
  const found = known.map((k) => endsOf(spoke, k));
  const good = found.flatMap((f) => (f.ok ? [f.ends] : [])).sort((a, b) => a - b);
  if (good.length === 0) return found[0] ?? { ok: false, message: "no spoke of this kind has a known tension yet" };
  return { ok: true, ends: good[Math.floor((good.length - 1) / 2)] };
};
