import { placeSpokes } from "../lacing/placement";
import type { Taken } from "../measurement/taken";
import type { GaugeTable } from "../tension/gauge-table";
import { IN_NIPPLE, type SoundKind, soundKinds } from "../tension/sounding";
import { inNewtons, type SpokeTension, type Told, tensionsTold } from "../tension/told";
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
}

/**
 * Readings of each round with tensions in newtons. A round read without tensions has those of the round before it, as
 * long as no nipple was turned and nothing de-stressed since.
 */
export const readRounds = (
  wheel: Wheel | null,
  taken: Readonly<Record<string, Taken>>,
  rounds: readonly Round[],
  tables: readonly GaugeTable[],
): ReadRounds => {
  const holes = wheel?.rim.holes ?? 0;
  // Most that ask want run-out alone: the sounding of the spokes is worked out for those that ask for tension.
  let sounding: readonly SoundKind[] | null = null;
  const kinds = (): readonly SoundKind[] => {
    sounding ??= wheel
      ? soundKinds(wheel, placeSpokes(wheel), {
          bodyDiameter: taken["spoke.bodyDiameter"]?.value ?? wheel.spoke.diameter,
          inNipple: taken["spoke.inNipple"]?.value ?? IN_NIPPLE,
        })
      : [];
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
  const withTensions = (round: Round): RoundReadings => {
    for (let at = rounds.indexOf(round); at >= 0; at--) {
      const own = entries(rounds[at]).length > 0 ? tensions(rounds[at]).map((t) => t.tension) : [];
      if (own.some((t) => t !== null)) return roundReadings(round, holes, own);
      const before = rounds[at - 1];
      if (!before || isTurned(before) || before.destressed) break;
    }
    return roundReadings(round, holes);
  };
  return {
    holes,
    rounds,
    get kinds() {
      return kinds();
    },
    entries,
    tensions,
    readings: (round) => {
      const known = counted.get(round.id);
      if (known) return known;
      const made = withTensions(round);
      counted.set(round.id, made);
      return made;
    },
  };
};
