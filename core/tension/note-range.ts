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

/**
 * What a note says of a spoke's tension. With a known spoke of its kind, the middle and a range that adds up the doubts
 * of note, thickness, length, ends and the known tension itself; without, only the range from clamped to pinned.
 *
 * @param spoke its ends are taken from `known`
 * @param sure cents, 1 σ of the note
 */
export const heardTension = (
  spoke: SoundingSpoke,
  frequency: number,
  sure: number,
  known: readonly KnownSpoke[],
  doubts: NoteDoubts = USUAL_DOUBTS,
): TensionHeard => {
  const ends = calibrateEnds(spoke, known);
  const about = (s: SoundingSpoke, f: number) => noteTension(s, f);
  const slopeAt = (s: SoundingSpoke): number => {
    const up = about(s, frequency * 1.005);
    const down = about(s, frequency * 0.995);
    return down > 0 ? Math.log(up / down) / Math.log(1.005 / 0.995) : Number.POSITIVE_INFINITY;
  };
  if (!ends.ok) {
    const shift = 2 ** ((SIGMAS * Math.hypot(sure, 5)) / 1200);
    const small = { ...spoke, diameter: spoke.diameter + SIGMAS * doubts.diameter };
    const large = { ...spoke, diameter: spoke.diameter - SIGMAS * doubts.diameter };
    return {
      tension: null,
      low: about(
        { ...small, freeLength: spoke.freeLength - SIGMAS * doubts.freeLength, ends: "clamped" },
        frequency / shift,
      ),
      high: about(
        { ...large, freeLength: spoke.freeLength + SIGMAS * doubts.freeLength, ends: "pinned" },
        frequency * shift,
      ),
      slope: slopeAt({ ...spoke, ends: "clamped" }),
    };
  }
  const held = { ...spoke, ends: ends.ends };
  const tension = about(held, frequency);
  // Each doubt is tried and its effect in cents or newtons taken; a doubt shared with the known spoke is calibrated anew.
  const anew = (change: Partial<SoundingSpoke>): number => {
    const other = { ...spoke, ...change };
    const again = calibrateEnds(other, known);
    return about({ ...other, ends: again.ok ? again.ends : ends.ends }, frequency) - tension;
  };
  const otherEnds = (factor: number): number =>
    cents(noteFrequency(held, tension), noteFrequency({ ...held, ends: ends.ends * factor }, tension));
  const perCent = (about(held, frequency * 2 ** (5 / 1200)) - about(held, frequency * 2 ** (-5 / 1200))) / 10;
  const ownCents = Math.hypot(
    sure,
    otherEnds(1 + doubts.endScatter),
    cents(spoke.freeLength, spoke.freeLength + doubts.lengthScatter) * 2,
  );
  const knownUp = calibrateEnds(
    spoke,
    known.map((k) => ({ ...k, tension: k.tension * (1 + doubts.known) })),
  );
  const sigma = Math.hypot(
    ownCents * perCent,
    anew({ diameter: spoke.diameter + doubts.diameter }),
    anew({ freeLength: spoke.freeLength + doubts.freeLength }),
    knownUp.ok ? about({ ...spoke, ends: knownUp.ends }, frequency) - tension : doubts.known * tension,
    // Several known spokes share their own scatter.
    (ownCents * perCent) / Math.sqrt(known.length),
  );
  return {
    tension,
    low: Math.max(0, tension - SIGMAS * sigma),
    high: tension + SIGMAS * sigma,
    slope: slopeAt(held),
  };
};
