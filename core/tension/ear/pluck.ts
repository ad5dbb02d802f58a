import { cents, floorOf, type Peak, peaksOf, spectrumOf } from "./spectrum";

/** Where the note of this kind of spoke can lie, Hz: from slack with its ends barely held to the most it carries. */
export interface NoteRange {
  readonly low: number;
  readonly high: number;
}

/** What a stretch of sound turned out to be. */
export type Heard =
  | {
      readonly what: "note";
      /** Hz. */
      readonly frequency: number;
      /** Cents, 1 σ. */
      readonly sure: number;
      /** Seconds until it has sunk by 60 dB. */
      readonly ring: number;
      /** Another note beside it nearly as loud, Hz: something touches. */
      readonly beside: number | null;
    }
  | { readonly what: "dead"; readonly why: string }
  | { readonly what: "refused"; readonly why: string };

/** The hit itself is passed over, seconds. */
const ATTACK = 0.012;
/** A window shorter than this tells nothing, longer than this the note has gone, seconds. */
const LEAST = 0.08;
const MOST = 0.36;
/** A spoke rings at least this long, seconds to −60 dB; a knock is gone sooner. */
const LEAST_RING = 0.12;
/** A stiff bar's second note stands 2 (string) to 2.76 (bar held at both ends) times as high as its first. */
const SECOND = [1.96, 2.85] as const;
/** Just after the hit, seconds; and how many times louder than the lasting note a thud is in power. */
const HIT = 0.03;
const THUD = 6;
const decibel = (ratio: number): number => 10 * Math.log10(Math.max(ratio, 1e-30));

/** How a line goes on through the thirds of a stretch: cents it moves, dB a second it sinks, from third to third. */
const thirds = (samples: Float32Array, from: number, length: number, rate: number, at: number) => {
  const third = Math.floor(length / 3);
  const near = (k: number): Peak | undefined => {
    const reach = Math.max(0.03 * at, (2.5 * rate) / third);
    return peaksOf(spectrumOf(samples, from + k * third, third, rate), at - reach, at + reach)[0];
  };
  const [a, b, c] = [near(0), near(1), near(2)];
  if (!a || !b || !c) return null;
  const perSecond = rate / third;
  const falls = [decibel(a.power / b.power) * perSecond, decibel(b.power / c.power) * perSecond];
  return {
    drift: Math.max(Math.abs(cents(a.frequency, b.frequency)), Math.abs(cents(b.frequency, c.frequency))),
    fall: (falls[0] + falls[1]) / 2,
    falls,
  };
};

/**
 * The note of one pluck.
 *
 * What was sounding before the hit (neighbours still ringing, a fan) is taken off; of what began with it the strongest
 * line in the kind's range is the note, unless it is the second note of a lower one. A pluck begins at once, keeps its
 * pitch and sinks; what does not is refused. Autocorrelation, as used for voices, was tried first and fails here: a
 * thick spoke's overtones are not multiples of its note.
 *
 * @param samples −1…1
 * @param onset index of the hit
 * @param until how far to listen, index; at least 0.1 s after the hit
 */
export const hearPluck = (
  samples: Float32Array,
  rate: number,
  onset: number,
  until: number,
  range: NoteRange,
): Heard => {
  const start = onset + Math.round(ATTACK * rate);
  const length = Math.min(until - start, Math.round(MOST * rate));
  if (length < LEAST * rate) return { what: "refused", why: "too short to tell" };
  const after = spectrumOf(samples, start, length, rate);
  const beforeLength = Math.min(onset - Math.round(0.004 * rate), length);
  const before =
    beforeLength > 0.03 * rate
      ? spectrumOf(samples, onset - Math.round(0.004 * rate) - beforeLength, beforeLength, rate)
      : null;
  /** What sounded near this frequency before the hit. */
  const earlier = (f: number): number => {
    if (!before) return 0;
    const reach = Math.max(2 * before.step, (2 * rate) / beforeLength);
    let most = 0;
    for (let i = Math.floor((f - reach) / before.step); i <= Math.ceil((f + reach) / before.step); i++)
      most = Math.max(most, before.power[i] ?? 0);
    return most;
  };
  const noise = floorOf(after, range.low * 0.8, range.high * 3);
  // A hair of the window's own skirts would pass for lines of their own; 16 dB over the noise does not come by chance.
  const lines = peaksOf(after, range.low * 0.94, range.high * 1.06).filter((p) => p.power > 40 * noise);
  const begun = lines.filter((p) => p.power > 1.8 * earlier(p.frequency));
  if (begun.length === 0) {
    const anything = peaksOf(after, 60, Math.min(rate / 2.2, range.high * 6))[0];
    const rings = anything ? thirds(samples, start, length, rate, anything.frequency) : null;
    return rings && rings.fall > 60 / LEAST_RING
      ? { what: "refused", why: "a knock, not a note" }
      : { what: "refused", why: lines.length > 0 ? "still the last one ringing" : "no note in it" };
  }
  let note = begun[0];
  for (const lower of begun) {
    const ratio = note.frequency / lower.frequency;
    if (ratio > SECOND[0] && ratio < SECOND[1] && lower.power > note.power / 300) {
      note = lower;
      break;
    }
  }
  // A slack spoke thuds and is gone, and then its neighbours are all that is heard: what was loudest at the hit must last.
  const atHit = peaksOf(
    spectrumOf(samples, onset + Math.round(0.004 * rate), Math.round(HIT * rate), rate),
    range.low * 0.94,
    range.high * 1.06,
  );
  const stayed = atHit.find((p) => Math.abs(p.frequency - note.frequency) < 1 / HIT);
  const thud = atHit[0];
  const overtone = thud ? thud.frequency / note.frequency : 0;
  if (
    thud &&
    thud !== stayed &&
    thud.power > THUD * Math.max(stayed?.power ?? 0, note.power) &&
    !(overtone > SECOND[0] && overtone < 3.2)
  )
    return { what: "dead", why: "gone at once, only its neighbours ring: slack, or something lies on it" };
  const course = thirds(samples, start, length, rate, note.frequency);
  if (!course) return { what: "refused", why: "no steady note" };
  // A voice is a comb of lines below and beside; a spoke has nothing of its own below its first note.
  const under = peaksOf(after, 70, note.frequency * 0.8).filter(
    (p) => p.power > note.power / 12 && p.power > 2.5 * earlier(p.frequency),
  );
  if (under.length >= 2) return { what: "refused", why: "a voice or a machine, not a pluck" };
  // Each third alone is three times as coarse, and beats with a neighbour move it a little.
  const coarse = cents(note.frequency, note.frequency + (rate / length) * 0.5);
  if (course.drift > Math.max(12, coarse)) return { what: "refused", why: "its pitch moves: not a pluck" };
  const ring = course.fall > 0 ? 60 / course.fall : Number.POSITIVE_INFINITY;
  if (ring > 12) return { what: "refused", why: "it does not die away: not a pluck" };
  if (Math.min(...course.falls) < -12 || Math.max(...course.falls) > 5 * Math.max(course.fall, 12))
    return { what: "refused", why: "it does not die away evenly: not a pluck" };
  if (ring < LEAST_RING) {
    const inNote = note.power / Math.max(noise, 1e-30);
    return inNote > 400
      ? { what: "dead", why: "gone at once: slack, or something lies on it" }
      : { what: "refused", why: "a knock, not a note" };
  }
  const rival = begun.find(
    (p) =>
      p !== note &&
      Math.abs(cents(note.frequency, p.frequency)) < 600 &&
      Math.abs(p.frequency - note.frequency) > (3 * rate) / length &&
      p.power > note.power / 4,
  );
  // The line's place is known to a part of its width, the less the more noise there is; drift counts in full.
  const width = rate / length;
  const sure = Math.hypot(
    cents(note.frequency, note.frequency + 0.35 * width * Math.sqrt(noise / note.power) * 3),
    course.drift / 6,
    1.5,
  );
  return { what: "note", frequency: note.frequency, sure, ring, beside: rival?.frequency ?? null };
};
