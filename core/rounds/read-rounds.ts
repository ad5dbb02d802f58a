import { placeSpokes } from "../lacing/placement";
import type { GaugeTable } from "../tension/gauge-table";
import { type SoundKind, soundKinds } from "../tension/sounding";
import { inNewtons, type SpokeTension, squeezes, type Told, tensionsTold } from "../tension/told";
import type { HeardReadings } from "../tension/without-gauge";
import type { Wheel } from "../wheel/wheel-file";
import { tensionEntries } from "./reading";
import type { Round } from "./round";
import { type RoundReadings, roundReadings } from "./round-readings";
import { isTurned } from "./turn";

/** What a wheel's rounds say, each worked out once for all who ask. */
export interface ReadRounds {
  readonly holes: number;
  readonly rounds: readonly Round[];
  readonly kinds: readonly SoundKind[];
  readonly entries: (round: Round) => readonly Told[];
  readonly tensions: (round: Round) => readonly SpokeTension[];
  readonly readings: (round: Round) => RoundReadings;
  /** Notes and squeezed pairs that stand for a round's spokes, whatever they say in newtons. */
  readonly heard: (round: Round) => Pick<HeardReadings, "note" | "pairs">;
}

/**
 * Readings of each round with tensions in newtons. A round read without tensions has those of the round before it, as
 * long as no nipple was turned and nothing de-stressed since.
 */
export const readRounds = (
  wheel: Wheel | null,
  rounds: readonly Round[],
  tables: readonly GaugeTable[],
): ReadRounds => {
  const holes = wheel?.rim.holes ?? 0;
  // Most that ask want run-out alone: the sounding of the spokes is worked out for those that ask for tension.
  let sounding: readonly SoundKind[] | null = null;
  const kinds = (): readonly SoundKind[] => {
    sounding ??= wheel ? soundKinds(wheel, placeSpokes(wheel)) : [];
    return sounding;
  };
  const told = new Map(rounds.map((r) => [r.id, inNewtons(tensionEntries(r), tables)]));
  const all = [...told.values()];
  const worked = new Map<string, readonly SpokeTension[]>();
  const counted = new Map<string, RoundReadings>();
  const entries = (round: Round) => told.get(round.id) ?? [];
  const tensions = (round: Round): readonly SpokeTension[] => {
    const known = worked.get(round.id);
    if (known || !wheel) return known ?? [];
    const made = tensionsTold(wheel, kinds(), entries(round), all);
    worked.set(round.id, made);
    return made;
  };
  /** The newest round up to this one that has what is asked for, with nothing turned or de-stressed since; null for none. */
  const standing = (round: Round, has: (round: Round) => boolean): Round | null => {
    for (let at = rounds.indexOf(round); at >= 0; at--) {
      if (has(rounds[at])) return rounds[at];
      const before = rounds[at - 1];
      if (!before || isTurned(before) || before.destressed) break;
    }
    return null;
  };
  const withTensions = (round: Round): RoundReadings => {
    const of = standing(round, (r) => entries(r).length > 0 && tensions(r).some((t) => t.tension !== null));
    return of
      ? roundReadings(
          round,
          holes,
          tensions(of).map((t) => t.tension),
        )
      : roundReadings(round, holes);
  };
  const heard = (round: Round): Pick<HeardReadings, "note" | "pairs"> => {
    const rung = standing(round, (r) => entries(r).some((e) => e.what === "note"));
    const felt = standing(round, (r) => entries(r).some((e) => e.what === "squeeze"));
    return {
      ...(rung ? { note: tensions(rung).map((t) => t.note) } : {}),
      ...(felt ? { pairs: squeezes(entries(felt)) } : {}),
    };
  };
  return {
    holes,
    rounds,
    get kinds() {
      return kinds();
    },
    entries,
    tensions,
    heard,
    readings: (round) => {
      const known = counted.get(round.id);
      if (known) return known;
      const made = withTensions(round);
      counted.set(round.id, made);
      return made;
    },
  };
};
