import type { NoteInput } from "./note-input";

/** A spoke as something that sounds. mm, N/mm², kg/m³. */
export interface SoundingSpoke {
  /** Between the places where it is held. */
  readonly freeLength: number;
  readonly diameter: number;
  readonly modulus: number;
  readonly density: number;
  /** How its ends hold it, or the stiffness of both against turning, N·mm a radian; a real elbow and nipple. */
  readonly ends: "clamped" | "pinned" | number;
}

/** EI of a round wire, N·mm². */
export const bendingStiffness = ({ modulus, diameter }: Pick<SoundingSpoke, "modulus" | "diameter">): number =>
  (modulus * Math.PI * diameter ** 4) / 64;

const section = (s: SoundingSpoke) => {
  const area = (Math.PI * s.diameter ** 2) / 4;
  return {
    EI: bendingStiffness(s),
    /** tonne/mm, so that N, mm and s go together. */
    mass: area * s.density * 1e-12,
  };
};

/**
 * Frequency of a plain string, Hz: f₀ = (1/2L)·√(T/μ).
 *
 * @param tension N
 */
export const stringFrequency = (s: SoundingSpoke, tension: number): number =>
  Math.sqrt(tension / section(s).mass) / (2 * s.freeLength);

/** Tension a plain string would need for this frequency, N; two to three times too high for a thick spoke. */
export const stringTension = (s: SoundingSpoke, frequency: number): number =>
  (2 * s.freeLength * frequency) ** 2 * section(s).mass;

/**
 * Frequency of the lowest note of a tensioned beam, Hz. Measured from the middle its shape is cos αx and cosh βx, with
 * β² − α² = T/EI and αβ = ω·√(μ/EI) (Morse, *Vibration and Sound*, ch. on bars under tension). At an end, a = αL/2 and
 * b = βL/2, it does not move and the end's spring κ takes the moment:
 *   EI(α² + β²)·cos a + κ(α·sin a + β·tanh b·cos a) = 0
 * κ = 0 is pinned: f₀·√(1 + π²EI/(TL²)); κ without end is clamped.
 */
export const noteFrequency = (s: SoundingSpoke, tension: number): number => {
  const { EI, mass } = section(s);
  const L = s.freeLength;
  if (s.ends === "pinned" || s.ends === 0)
    return Math.sqrt(tension / mass + (Math.PI ** 2 * EI) / (mass * L * L)) / (2 * L);
  const pull = tension / EI;
  const give = s.ends === "clamped" ? 0 : EI / s.ends;
  const off = (a: number): number => {
    const alpha = (2 * a) / L;
    const beta = Math.sqrt(alpha * alpha + pull);
    const cos = Math.cos(a);
    return give * (alpha * alpha + beta * beta) * cos + alpha * Math.sin(a) + beta * Math.tanh((beta * L) / 2) * cos;
  };
  // αL lies between π (a string, or pinned) and 4.7300 (an untensioned clamped bar).
  let low = Math.PI / 2;
  let high = 4.7301 / 2;
  for (let i = 0; i < 52; i++) {
    const middle = (low + high) / 2;
    if (off(middle) > 0) low = middle;
    else high = middle;
  }
  const alpha = (low + high) / L;
  return (alpha * Math.sqrt(alpha * alpha + pull) * Math.sqrt(EI / mass)) / (2 * Math.PI);
};

/**
 * Tension for a note, N: the note rises with every newton, and its square nearly in a straight line, so that false
 * position with Illinois' halving needs a handful of steps where bisection took a hundred.
 *
 * @returns 0 when the spoke sounds no higher than it would with no tension at all: it is slack, or its ends hold it less
 */
export const noteTension = (s: SoundingSpoke, frequency: number): number => {
  const off = (tension: number) => noteFrequency(s, tension) ** 2 - frequency ** 2;
  let low = 0;
  let below = off(0);
  if (below >= 0) return 0;
  let high = Math.max(1, stringTension(s, frequency));
  let above = off(high);
  let kept = 0;
  for (let i = 0; i < 60 && high - low > 1e-9 * high; i++) {
    const at = (low * above - high * below) / (above - below);
    const here = off(at);
    if (here === 0) return at;
    if (here < 0) {
      low = at;
      below = here;
      if (kept === -1) above /= 2;
      kept = -1;
    } else {
      high = at;
      above = here;
      if (kept === 1) below /= 2;
      kept = 1;
    }
    if (Math.abs(here) < 1e-12 * frequency * frequency) return at;
  }
  return (low * above - high * below) / (above - below);
};

/** Morse's series for clamped ends; 2 to 3 % low on short thick spokes and meant only as a check. */
export const morseFrequency = (s: SoundingSpoke, tension: number): number => {
  const { EI } = section(s);
  const L = s.freeLength;
  return (
    stringFrequency(s, tension) *
    (1 + (2 / L) * Math.sqrt(EI / tension) + ((4 + Math.PI ** 2 / 2) * EI) / (tension * L * L))
  );
};

export const noteAnswer = (input: NoteInput) => {
  const tension = input.tension ?? noteTension(input, input.frequency ?? 0);
  const frequency = input.frequency ?? noteFrequency(input, tension);
  return {
    tension,
    frequency,
    stringTension: stringTension(input, frequency),
    stringFrequency: stringFrequency(input, tension),
    ends: input.ends,
  };
};
