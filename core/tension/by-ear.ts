import type { PlacedSpoke } from "../lacing/placement";
import type { Readings } from "../runout/runout";
import { middleDiameter } from "../spoke/wire";
import type { Wheel } from "../wheel/wheel-file";
import { sideTensions } from "./balance";
import { calibrateEnds, type KnownSpoke } from "./calibrate";
import { bendingStiffness, noteTension, type SoundingSpoke } from "./note";
import { soundingOf } from "./sounding";

/** What was heard and what was known in one round. */
export interface Heard {
  /** Hz a spoke, 0 dead, null not plucked. */
  readonly note?: Readings;
  /** N, read with something that gives newtons. */
  readonly tension?: Readings;
  /** Spokes, 1…n, whose tension was known beside their note, N. */
  readonly known?: readonly { readonly spoke: number; readonly tension: number }[];
}

/**
 * How stiff elbow and nipple hold a spoke against turning where nothing tells, in EI/L: between pinned and clamped, where
 * the note of a slack spoke lies half way (common practice; the trials go from 4 to 20).
 */
const USUAL_ENDS = 9;
/** Part of the spokes that are dead in a wheel just laced; a buckled one has one or two beside tight ones. */
const JUST_LACED = 0.1;
/** Of a wheel with many dead spokes the lowest that still ring pull next to nothing: so many of a kind, this part of the target. */
const HARDLY = { spokes: 3, part: 0.04 };

/** Spokes of one flange that lean one way: made alike, so their ends hold alike, whatever their lengths. */
type Kind = readonly PlacedSpoke[];

const kindsOf = (spokes: readonly PlacedSpoke[]): Kind[] =>
  (["A", "B"] as const).flatMap((flange) =>
    (["trailing", "leading"] as const).map((lean) => spokes.filter((s) => s.flange === flange && s.lean === lean)),
  );

const isRung = (hz: number | null | undefined): hz is number => typeof hz === "number" && hz > 0;

/** N·mm a radian that a kind's ends hold with, by every spoke of it whose note and tension are both known; null with none. */
const endsBy = (wheel: Wheel, known: readonly (KnownSpoke & { readonly of: PlacedSpoke })[]): number | null => {
  const found = known
    .map(({ of, ...told }) => calibrateEnds({ ...soundingOf(wheel, of.flange, of.length), ends: "clamped" }, [told]))
    .flatMap((e) => (e.ok ? [e.ends] : []))
    .sort((a, b) => a - b);
  return found.length === 0 ? null : found[Math.floor((found.length - 1) / 2)];
};

type Known = readonly (KnownSpoke & { readonly of: PlacedSpoke })[];

/** Spokes of a kind whose note and tension were both told. */
const toldOf = (kind: Kind, rounds: readonly Heard[]): Known =>
  rounds.flatMap(({ note, tension, known }) =>
    kind.flatMap((of) => {
      const frequency = note?.[of.spoke - 1];
      const newton = known?.find((k) => k.spoke === of.spoke)?.tension ?? tension?.[of.spoke - 1];
      return isRung(frequency) && typeof newton === "number" && newton > 0 ? [{ of, tension: newton, frequency }] : [];
    }),
  );

/** A wheel that came so tight is trued, not brought up: in all it stays as tight. */
const STAYS_SO = 0.95;

/** How tight the wheel is in all in a round, as far as its beginning tells: what was brought up since is as tight as nobody knows. */
export const tightIn = (tight: number | undefined, round: number): number | undefined =>
  round === 0 || (tight ?? 0) >= STAYS_SO ? tight : undefined;

/** Spokes of a kind whose note was heard and whose tension the wheel's beginning gives away, where nobody told one. */
const likelyOf = (kind: Kind, rounds: readonly Heard[], wanted: number, tight: number | undefined): Known => {
  const at = rounds.findIndex(({ note }) => kind.some(({ spoke }) => isRung(note?.[spoke - 1])));
  const first = rounds[at]?.note;
  const ringing = kind
    .flatMap((of) => {
      const frequency = first?.[of.spoke - 1];
      return isRung(frequency) ? [{ of, frequency }] : [];
    })
    .sort((a, b) => a.frequency - b.frequency);
  // Just laced, how tight a hand felt it to be; and where many are dead, what rings lowest is hardly tight.
  const dead = first?.filter((hz) => hz === 0).length ?? 0;
  if (first && dead > JUST_LACED * first.length)
    return ringing.slice(0, HARDLY.spokes).map((rung) => ({ ...rung, tension: HARDLY.part * wanted }));
  const middle = ringing[Math.floor(ringing.length / 2)];
  const part = tightIn(tight, at);
  return part === undefined || !middle ? [] : [{ ...middle, tension: part * wanted }];
};

/** What all rounds of a wheel say in newtons. */
export interface ByEar {
  /** For each round what it read in newtons and, where it read none, what its note says; 0 slack. */
  readonly tensions: readonly (readonly (number | null)[] | undefined)[];
  /** Some kind was plucked and no spoke of it known: its evenness is heard, how tight it is in all was reckoned. */
  readonly reckoned: boolean;
}

/**
 * Tensions from notes, N: through the ends of each kind as one known spoke gives them; else as the wheel's beginning gives
 * them away; else as ends usually hold, which tells evenness within a kind well and the tension itself only roughly.
 *
 * @param tight part of the wanted tension the wheel had to begin with, where somebody knows
 */
export const tensionsByEar = (
  wheel: Wheel,
  spokes: readonly PlacedSpoke[],
  rounds: readonly Heard[],
  tight: number | undefined,
): ByEar => {
  if (rounds.every(({ note }) => !note)) return { tensions: rounds.map(({ tension }) => tension), reckoned: false };
  const sides = sideTensions(wheel, spokes);
  const EI = bendingStiffness({ modulus: wheel.spoke.modulus, diameter: middleDiameter(wheel.spoke) });
  const heardBy = new Map<number, SoundingSpoke>();
  let reckoned = false;
  for (const kind of kindsOf(spokes)) {
    if (kind.length === 0) continue;
    const told = toldOf(kind, rounds);
    const ends = endsBy(wheel, told.length > 0 ? told : likelyOf(kind, rounds, sides[kind[0].flange], tight));
    reckoned ||= told.length === 0 && rounds.some(({ note }) => kind.some(({ spoke }) => isRung(note?.[spoke - 1])));
    for (const s of kind) {
      const sounding = soundingOf(wheel, s.flange, s.length);
      heardBy.set(s.spoke, { ...sounding, ends: ends ?? (USUAL_ENDS * EI) / sounding.freeLength });
    }
  }
  const tensions = rounds.map(({ note, tension, known }) =>
    note
      ? note.map((hz, i) => {
          const told = tension?.[i] ?? known?.find((k) => k.spoke === i + 1)?.tension;
          const held = heardBy.get(i + 1);
          if (told !== undefined && told !== null) return told;
          if (hz === null || !held) return null;
          return hz === 0 ? 0 : noteTension(held, hz);
        })
      : tension,
  );
  return { tensions, reckoned };
};
