import { type Heard, hearPluck, type NoteRange } from "./pluck";

/** What a listener tells while sound comes in. */
export type Told =
  /** A first answer, good for the eye, a tenth of a second after the hit. */
  | { readonly kind: "early"; readonly heard: Heard }
  /** The answer to keep. */
  | { readonly kind: "final"; readonly heard: Heard };

const KEPT = 2;
/** Seconds after the hit. */
const EARLY = 0.1;
const FINAL = 0.4;
/** Two hits closer than this are one. */
const APART = 0.2;
const HOP = 0.005;
/** Loudness under this (full scale 1) is silence, whatever it does. */
const SILENCE = 0.002;
/** Inside that time only a sound this much louder is the hit after all. */
const LOUDER = 3;
/** A hit stands this much above what was there just before. */
const RISE = 2.2;

/** Runs once over a made sound: the first real pluck must not wait a tenth of a second for the machine to warm up. */
export const warmUp = (rate: number, range: NoteRange): void => {
  const ear = new Listener(rate, range);
  const f = Math.sqrt(range.low * range.high);
  const sound = new Float32Array(Math.round(rate * 0.9));
  for (let i = Math.round(rate * 0.3); i < sound.length; i++) {
    const t = i / rate - 0.3;
    sound[i] = 0.3 * Math.exp(-6 * t) * Math.sin(2 * Math.PI * f * t);
  }
  ear.feed(sound);
};

/**
 * Hears plucks in a stream of sound. Feed it what the microphone, a file or the practice wheel gives, in pieces of any
 * length; it answers when it has something to say. It keeps two seconds and nothing else.
 */
export class Listener {
  private readonly kept: Float32Array;
  /** Samples ever fed. */
  private fed = 0;
  private hop = 0;
  private hopSum = 0;
  private hopCount = 0;
  private last = 0;
  private readonly loud: number[] = [];
  private onset: number | null = null;
  private early = false;
  private loudest = 0;

  constructor(
    readonly rate: number,
    public range: NoteRange,
  ) {
    this.kept = new Float32Array(Math.round(KEPT * rate));
    this.hop = Math.round(HOP * rate);
  }

  /** Loudness just now, 0…1. */
  get level(): number {
    return this.loud.at(-1) ?? 0;
  }

  feed(samples: Float32Array): Told[] {
    const told: Told[] = [];
    for (const sample of samples) {
      this.kept[this.fed % this.kept.length] = sample;
      this.fed++;
      // The difference of neighbours takes rumble and hum off, which would hide the hit.
      const d = sample - this.last;
      this.last = sample;
      this.hopSum += d * d + sample * sample * 0.02;
      this.hopCount++;
      if (this.hopCount === this.hop) {
        this.loud.push(Math.sqrt(this.hopSum / this.hop));
        if (this.loud.length > 400) this.loud.shift();
        this.hopSum = 0;
        this.hopCount = 0;
        this.hopDone(told);
      }
    }
    return told;
  }

  private hopDone(told: Told[]): void {
    const now = this.loud.at(-1) ?? 0;
    const just = this.loud.slice(-7, -1);
    const before = just.length === 0 ? 0 : just.reduce((a, b) => a + b, 0) / just.length;
    const since = this.onset === null ? Number.POSITIVE_INFINITY : (this.fed - this.onset) / this.rate;
    const hit = now > SILENCE && now > RISE * before && this.loud.length > 4;
    // A nail laid on the wire, a click in the line: the hit itself is far louder, and counts instead.
    const louder = this.onset !== null && hit && now > LOUDER * this.loudest;
    this.loudest = Math.max(this.loudest, now);
    if ((hit && since > APART) || louder) {
      if (this.onset !== null && !louder) this.answer(told, "final");
      this.loudest = now;
      this.onset = this.fed - this.hop;
      this.early = false;
      return;
    }
    if (this.onset === null) return;
    if (!this.early && since >= EARLY) {
      this.early = true;
      this.answer(told, "early");
    }
    if (since >= FINAL) {
      this.answer(told, "final");
      this.onset = null;
    }
  }

  private answer(told: Told[], kind: "early" | "final"): void {
    if (this.onset === null) return;
    const from = Math.max(0, this.onset - Math.round(0.4 * this.rate), this.fed - this.kept.length);
    const stretch = new Float32Array(this.fed - from);
    for (let i = 0; i < stretch.length; i++) stretch[i] = this.kept[(from + i) % this.kept.length];
    // Another hit ends this one's stretch a little before itself.
    const until = stretch.length - (kind === "final" && this.early === false ? this.hop * 2 : 0);
    told.push({ kind, heard: hearPluck(stretch, this.rate, this.onset - from, until, this.range) });
  }
}
