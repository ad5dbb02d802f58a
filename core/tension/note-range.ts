import { calibrateEnds, type KnownSpoke } from "./calibrate";
import { cents } from "./ear/spectrum";
import { noteFrequency, noteTension, type SoundingSpoke } from "./note";

/** How well what a note rests on is known, one standard deviation each. */
export interface NoteDoubts {
  /** mm by a vernier. */
  readonly diameter: number;
  /** mm, of all spokes of the kind alike, and from spoke to spoke. */
  readonly freeLength: number;
  readonly lengthScatter: number;
  /** Fraction of the known tension. */
  readonly known: number;
  /** Fraction by which the ends of one spoke hold otherwise than its kind's. */
  readonly endScatter: number;
}

/** Vernier, rule, a gauge with its own table, elbows of one batch (common practice). */
export const USUAL_DOUBTS: NoteDoubts = {
  diameter: 0.02,
  freeLength: 2,
  lengthScatter: 0.7,
  known: 0.03,
  endScatter: 0.2,
};

/** Tension of a note with what may be believed of it. N. */
export interface TensionHeard {
  /** Calibrated: the middle. Not: null, for pinned and clamped are too far apart to name one. */
  readonly tension: number | null;
  /** Holds the truth in 95 of 100. */
  readonly low: number;
  readonly high: number;
  /** d ln T / d ln f: how many per cent of tension one per cent of note is. */
  readonly slope: number;
}

/** A little over two: the doubts do not add up quite straight, and 95 of 100 must be held. */
const SIGMAS = 2.15;

/** A kind of spoke calibrated as far as it is, with what each doubt would make of its ends: worked out once a kind. */
export interface HeardKind {
  readonly spoke: SoundingSpoke;
  readonly doubts: NoteDoubts;
  /** Null while no spoke of it has a known tension, or none that can be. */
  readonly held: {
    readonly spoke: SoundingSpoke;
    readonly thicker: SoundingSpoke;
    readonly longer: SoundingSpoke;
    readonly tighter: SoundingSpoke;
    readonly count: number;
  } | null;
  /** Why it is not calibrated. */
  readonly message: string | null;
}

export const heardKind = (
  spoke: SoundingSpoke,
  known: readonly KnownSpoke[],
  doubts: NoteDoubts = USUAL_DOUBTS,
): HeardKind => {
  const ends = calibrateEnds(spoke, known);
  if (!ends.ok) return { spoke, doubts, held: null, message: ends.message };
  // A doubt shared with the known spoke is calibrated anew: most of it then cancels.
  const anew = (change: Partial<SoundingSpoke>, tension: number): SoundingSpoke => {
    const other = { ...spoke, ...change };
    const again = calibrateEnds(
      other,
      known.map((k) => ({ ...k, tension: k.tension * tension })),
    );
    return { ...other, ends: again.ok ? again.ends : ends.ends };
  };
  return {
    spoke,
    doubts,
    held: {
      spoke: { ...spoke, ends: ends.ends },
      thicker: anew({ diameter: spoke.diameter + doubts.diameter }, 1),
      longer: anew({ freeLength: spoke.freeLength + doubts.freeLength }, 1),
      tighter: anew({}, 1 + doubts.known),
      count: known.length,
    },
    message: null,
  };
};

/** Per cent of tension for a per cent of note, at this note. */
const slopeAt = (s: SoundingSpoke, frequency: number): number => {
  const up = noteTension(s, frequency * 1.005);
  const down = noteTension(s, frequency * 0.995);
  return down > 0 ? Math.log(up / down) / Math.log(1.005 / 0.995) : Number.POSITIVE_INFINITY;
};

/**
 * What a note says of a spoke's tension. With a known spoke of its kind, the middle and a range that adds up the doubts
 * of note, thickness, length, ends and the known tension itself; without, only the range from clamped to pinned.
 *
 * @param sure cents, 1 σ of the note
 */
export const heardTension = (kind: HeardKind, frequency: number, sure: number): TensionHeard => {
  const { spoke, doubts, held } = kind;
  if (!held) {
    const shift = 2 ** ((SIGMAS * Math.hypot(sure, 5)) / 1200);
    const least = {
      ...spoke,
      diameter: spoke.diameter + SIGMAS * doubts.diameter,
      freeLength: spoke.freeLength - SIGMAS * doubts.freeLength,
    };
    const most = {
      ...spoke,
      diameter: spoke.diameter - SIGMAS * doubts.diameter,
      freeLength: spoke.freeLength + SIGMAS * doubts.freeLength,
    };
    return {
      tension: null,
      low: noteTension({ ...least, ends: "clamped" }, frequency / shift),
      high: noteTension({ ...most, ends: "pinned" }, frequency * shift),
      slope: slopeAt({ ...spoke, ends: "clamped" }, frequency),
    };
  }
  const tension = noteTension(held.spoke, frequency);
  const off = (other: SoundingSpoke) => noteTension(other, frequency) - tension;
  const perCent =
    (noteTension(held.spoke, frequency * 2 ** (5 / 1200)) - noteTension(held.spoke, frequency * 2 ** (-5 / 1200))) / 10;
  const stiffer = { ...held.spoke, ends: Number(held.spoke.ends) * (1 + doubts.endScatter) };
  const ownCents = Math.hypot(
    sure,
    cents(noteFrequency(held.spoke, tension), noteFrequency(stiffer, tension)),
    cents(spoke.freeLength, spoke.freeLength + doubts.lengthScatter) * 2,
  );
  const sigma = Math.hypot(
    ownCents * perCent,
    off(held.thicker),
    off(held.longer),
    off(held.tighter),
    // Known spokes have the same scatter of their own; several share it.
    (ownCents * perCent) / Math.sqrt(held.count),
  );
  return {
    tension,
    low: Math.max(0, tension - SIGMAS * sigma),
    high: tension + SIGMAS * sigma,
    slope: slopeAt(held.spoke, frequency),
  };
};
