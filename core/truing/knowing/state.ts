import { type ElasticWheel, elasticWheel } from "../../mechanics/elastic-wheel";
import type { Stiffness } from "../../mechanics/stiffness";
import type { WheelGeometry } from "../../mechanics/wheel-geometry";
import type { RoundReadings } from "../../rounds/round-readings";
import { READING_SIGMA, type RimLine, rimLine } from "../../runout/line";
import type { Readings } from "../../runout/runout";
import type { Wheel } from "../../wheel/wheel-file";
import { lackOfSlack } from "./slack";
import { agreed, SUREST, type Told, toldBy, weighed } from "./told";

/** The rim's own bend, measured before it was laced; mm, once round and mean of no account. */
export interface OwnBend {
  readonly lateral?: Readings;
  readonly radial?: Readings;
}

/** 1 σ of one reading, mm. */
export const readingSigma = (readings: RoundReadings, what: "lateral" | "radial", at: number): number =>
  readings.sure?.[what]?.[at] ?? READING_SIGMA;

/** Feelers under a rim on a plate, 1 σ in mm (common practice: a leaf of 0.05 goes in or does not). */
const PLATE_SIGMA = 0.05;

/**
 * Two readings of a turn are its highest and its lowest place: whatever else there is lies between them, as a wave does
 * about its middle (range/√8 is the spread of a plain one).
 */
const between = (readings: Readings): { readonly middle: number; readonly sigma: number } | null => {
  const known = readings.filter((r) => r !== null);
  if (known.length !== 2) return null;
  return {
    middle: (known[0] + known[1]) / 2,
    sigma: Math.max(READING_SIGMA, Math.abs(known[0] - known[1]) / Math.sqrt(8)),
  };
};

/** Readings, and the turns made after them. */
export interface PastRound {
  readonly readings: RoundReadings;
  readonly turns: readonly number[];
  /** Whether the spokes were let go of their twist after the turns; undefined where nobody said. */
  readonly destressed?: boolean;
}

/** What is believed of the wheel as it stands now. */
export interface WheelState {
  readonly lateral: RimLine;
  readonly radial: RimLine;
  /** N; below 0 for a spoke that is slack, by as much as it seems to lack. */
  readonly tension: Float64Array;
  /** 1 σ of the tensions, N. */
  readonly tensionSigma: number;
  /** Which spokes' tension nobody has read. */
  readonly tensionAssumed: boolean;
  readonly offset: number | null;
}

/** 1 σ of a tension reading, fraction (common practice: a good gauge or a calibrated ear). */
const TENSION_SIGMA = 0.03;
/** N: below this a hand feels nothing. */
const SLACK_SIGMA = 15;

/** 1 σ of a tension of so many newtons, N. */
export const tensionSigma = (readings: RoundReadings, tension: number, at: number): number =>
  readings.sure?.tension?.[at] ?? Math.max(TENSION_SIGMA * tension, SLACK_SIGMA);

/** 1 σ of an offset, mm (common practice: two rules against a straight edge). */
const OFFSET_SIGMA = 0.05;
/** σ within which an older offset agrees with the newer ones. */
const AGREES = 4;
/** Part by which a forecast is usually wrong once its stiffness is learnt. */
const FORECAST_SIGMA = 0.05;

/** How much more unsure, as a variance, a round is that was carried past spokes that were slack. */
const PAST_SLACK = 9;

/** Tensions a model may be built about: what was read, slack spokes as barely tight, unread ones like their side. */
export const workingTensions = (
  geometry: WheelGeometry,
  wanted: ArrayLike<number>,
  readings: RoundReadings,
): Float64Array => {
  const n = geometry.spokes.length;
  const read = readings.tension;
  const means = { A: 0, B: 0 };
  for (const side of ["A", "B"] as const) {
    const own = geometry.spokes.flatMap((s, i) =>
      s.flange === side && typeof read?.[i] === "number" ? [read[i] as number] : [],
    );
    const index = geometry.spokes.findIndex((s) => s.flange === side);
    means[side] = own.length > 0 ? own.reduce((a, b) => a + b, 0) / own.length : wanted[index];
  }
  return Float64Array.from({ length: n }, (_, i) => read?.[i] ?? means[geometry.spokes[i].flange]);
};

/**
 * Tensions about which the wheel is taken between two rounds: the mean of where each spoke was and will be. A spoke that
 * is slack before and after pulls at nothing and is left out (0); one that only becomes tight or slack on the way counts
 * as in play.
 */
export const tensionsBetween = (now: ArrayLike<number>, then: ArrayLike<number>): Float64Array =>
  Float64Array.from({ length: now.length }, (_, i) =>
    now[i] <= 0 && then[i] <= 0 ? 0 : Math.max((Math.max(now[i], 0) + Math.max(then[i], 0)) / 2, 50),
  );

/** The wheel as it answers between two rounds. */
export const wheelBetween = (
  geometry: WheelGeometry,
  stiffness: Stiffness,
  now: ArrayLike<number>,
  then: ArrayLike<number>,
): ElasticWheel => elasticWheel(geometry, stiffness, tensionsBetween(now, then));

const product = (matrix: Float64Array, x: ArrayLike<number>, n: number): Float64Array => {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let j = 0; j < n; j++) sum += matrix[i * n + j] * x[j];
    out[i] = sum;
  }
  return out;
};

/** A line without its mean and its once-per-turn part: where the whole rim stands is told by readings, not by forces. */
export const withoutWholeRim = (line: Float64Array): Float64Array => {
  const n = line.length;
  let mean = 0;
  let cos = 0;
  let sin = 0;
  for (let i = 0; i < n; i++) {
    mean += line[i] / n;
    cos += (2 / n) * line[i] * Math.cos((2 * Math.PI * i) / n);
    sin += (2 / n) * line[i] * Math.sin((2 * Math.PI * i) / n);
  }
  return line.map((v, i) => v - mean - cos * Math.cos((2 * Math.PI * i) / n) - sin * Math.sin((2 * Math.PI * i) / n));
};

/** Part of its tension a wheel may lose to heads and nipples bedding in, 1 σ. */
const BEDDED = 0.05;

/** N that all spokes have lost alike since a round, past what was turned: heads and nipples bedded in. */
const lostAlike = (now: Readings | undefined, then: Readings | undefined, moved: Float64Array): number => {
  let [sum, count] = [0, 0];
  moved.forEach((m, i) => {
    const [t, before] = [now?.[i] ?? 0, then?.[i] ?? 0];
    if (t <= 0 || before <= 0) return;
    sum += before + m - t;
    count++;
  });
  if (count === 0) return 0;
  const noise = (TENSION_SIGMA * Math.SQRT2) ** 2 / count;
  return ((sum / count) * BEDDED ** 2) / (BEDDED ** 2 + noise);
};

const rms = (x: Float64Array): number => Math.sqrt(x.reduce((sum, v) => sum + v * v, 0) / x.length);

/**
 * Every earlier round, carried forward by what was turned since, speaks for the wheel as it is now; the further it had
 * to be carried, the less it counts. What is left of reading noise shrinks with every round.
 *
 * @param grip part of each turn that reached the thread
 */
export const wheelState = (
  geometry: WheelGeometry,
  elastic: ElasticWheel,
  grip: number,
  wanted: ArrayLike<number>,
  now: RoundReadings,
  history: readonly PastRound[],
  tight = 1,
  own?: OwnBend,
): WheelState => {
  const n = geometry.spokes.length;
  const pitch = (geometry.wheel as Wheel).spoke.threadPitch;
  const { lateral, radial, tension } = elastic.influences;
  const told = { lateral: toldBy(n), radial: toldBy(n), tension: toldBy(n) };
  const add = (
    to: Told[][],
    values: Readings | undefined,
    moved: Float64Array,
    variance: (value: number, at: number) => number,
    onlyNew = false,
  ) => {
    values?.forEach((value, i) => {
      if (value !== null && !(onlyNew && to[i].length > 0))
        to[i].push({ value: value + moved[i], variance: variance(value, i) });
    });
  };
  const offsets = { top: 0, under: 0 };
  const turned = new Float64Array(n);
  const rounds = [...history, { readings: now, turns: [] }].reverse();
  let fresh = true;
  for (const round of rounds) {
    if (!fresh) for (let i = 0; i < n; i++) turned[i] += (round.turns[i] ?? 0) * pitch * grip;
    const movedL = product(lateral, turned, n);
    const movedR = product(radial, turned, n);
    const movedT = product(tension, turned, n);
    // A round cannot be carried forward past spokes that were slack and are not: what they took up before pulling is unknown.
    // It speaks, and roughly, for places that nobody read since.
    const slack =
      !fresh && (round.readings.tension ?? []).some((t, i) => t !== null && t <= 0 && now.tension?.[i] !== 0);
    const wide = slack ? PAST_SLACK : 1;
    const line = (what: "lateral" | "radial", moved: Float64Array) => {
      const carried = (FORECAST_SIGMA * rms(moved) + (fresh ? 0 : 0.005)) ** 2 * wide;
      const values = round.readings[what];
      add(told[what], values, moved, (_, i) => readingSigma(round.readings, what, i) ** 2 + carried, slack);
      const rest = between(values);
      if (rest)
        add(
          told[what],
          values.map((v) => (v === null ? rest.middle : null)),
          moved,
          () => rest.sigma ** 2 + carried,
          slack,
        );
    };
    line("lateral", movedL);
    line("radial", movedR);
    const lack = lackOfSlack(geometry.spokes, round.readings.tension ?? []);
    const lacking = (i: number) => lack[geometry.spokes[i].flange];
    const read = round.readings.tension;
    const lost = fresh ? 0 : lostAlike(now.tension, read, movedT);
    add(
      told.tension,
      read?.map((t, i) => (t !== null && t <= 0 ? (lacking(i)?.tension ?? 0) : t)),
      movedT.map((t) => t - lost),
      (t, i) =>
        (read?.[i] === 0 ? (lacking(i)?.sigma ?? SLACK_SIGMA) : tensionSigma(round.readings, t, i)) ** 2 +
        (FORECAST_SIGMA * rms(movedT)) ** 2 * wide,
      slack,
    );
    const { offset } = round.readings;
    if (typeof offset === "number" && !(slack && offsets.under > 0)) {
      const across = elastic.influences.offset.reduce((sum, per, i) => sum + per * turned[i], 0);
      const weight = 1 / (OFFSET_SIGMA ** 2 + (FORECAST_SIGMA * Math.abs(across)) ** 2 * wide);
      // What no longer agrees with newer readings was a slip, or the rim was moved since: the newest counts.
      const apart = Math.abs(offset + across - offsets.top / offsets.under);
      if (offsets.under === 0 || apart < AGREES * Math.sqrt(1 / offsets.under + 1 / weight)) {
        offsets.top += weight * (offset + across);
        offsets.under += weight;
      }
    }
    fresh = false;
  }
  const tensionsTold = told.tension.map((list) => weighed(list));
  const tensions = tensionsTold.map((t) => t?.value ?? null);
  const anyTension = tensions.some((t) => t !== null);
  const filled = new Float64Array(n);
  const working = workingTensions(geometry, wanted, now);
  const carried = product(tension, turned, n);
  // Nothing read at all: taken as evenly tight at the start, changed by what was turned since; told to be up to tension,
  // only what turning did to evenness counts, for the mean was somebody's aim and not this sum's.
  const drift = tight === 1 ? carried.reduce((a, b) => a + b, 0) / n : 0;
  for (let i = 0; i < n; i++)
    filled[i] = tensions[i] ?? (anyTension ? working[i] : Math.max(0, tight * wanted[i] + carried[i] - drift));
  // What the tensions force on the rim, and its own bend where a plate told it, are known where nothing was read; only the
  // rest has to be guessed between readings.
  const known = (perForce: Float64Array, bent: Readings | undefined): Float64Array => {
    const forced = anyTension ? withoutWholeRim(product(perForce, filled, n)) : new Float64Array(n);
    const bare = bent ? withoutWholeRim(rimLine(bent, PLATE_SIGMA).at) : null;
    return bare ? forced.map((v, i) => v + bare[i]) : forced;
  };
  const line = (of: Told[][], perForce: Float64Array, bent: Readings | undefined, welded: boolean): RimLine => {
    const places = of.map(agreed);
    return rimLine(
      places.map((p) => p?.value ?? null),
      places.map((p) => Math.max(SUREST, p ? Math.sqrt(p.variance) : READING_SIGMA)),
      known(perForce, bent),
      { welded, again: places.map((p) => p?.again ?? false) },
    );
  };
  return {
    lateral: line(told.lateral, elastic.lateralPerForce, own?.lateral, false),
    radial: line(told.radial, elastic.radialPerForce, own?.radial, true),
    tension: filled,
    tensionSigma: anyTension
      ? 1 / Math.sqrt(tensionsTold.reduce((sum, t) => sum + (t ? 1 / t.variance : 0), 0) / n)
      : 0.15 * Math.max(...Array.from(wanted)),
    tensionAssumed: !anyTension,
    offset: offsets.under > 0 ? offsets.top / offsets.under : null,
  };
};
