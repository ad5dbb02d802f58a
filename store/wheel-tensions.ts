import { placeSpokes } from "@/core/lacing/placement";
import type { Taken } from "@/core/measurement/taken";
import type { GaugeTable } from "@/core/tension/gauge-table";
import { IN_NIPPLE, type SoundKind, soundKinds } from "@/core/tension/sounding";
import { inNewtons, type SpokeTension, type Told, tensionsTold } from "@/core/tension/told";
import type { RoundReadings } from "@/core/truing/state";
import type { Wheel } from "@/core/wheel/wheel-file";
import { type Round, roundReadings, tensionEntries } from "./rounds";

/** What a wheel's rounds say, worked out once for all who ask. */
export interface WheelTensions {
  readonly kinds: readonly SoundKind[];
  readonly entries: (round: Round) => readonly Told[];
  readonly tensions: (round: Round) => readonly SpokeTension[];
  readonly readings: (round: Round) => RoundReadings;
}

/**
 * Readings of each round with tensions in newtons. A round read without tensions has those of the round before it, as
 * long as no nipple was turned and nothing de-stressed since.
 */
export const wheelTensions = (
  wheel: Wheel | null,
  taken: Readonly<Record<string, Taken>>,
  rounds: readonly Round[],
  tables: readonly GaugeTable[],
): WheelTensions => {
  const holes = wheel?.rim.holes ?? 0;
  const kinds = wheel
    ? soundKinds(wheel, placeSpokes(wheel), {
        bodyDiameter: taken["spoke.bodyDiameter"]?.value ?? wheel.spoke.diameter,
        inNipple: taken["spoke.inNipple"]?.value ?? IN_NIPPLE,
      })
    : [];
  const told = new Map(rounds.map((r) => [r.id, inNewtons(tensionEntries(r), tables)]));
  const all = [...told.values()];
  const worked = new Map<string, readonly SpokeTension[]>();
  const entries = (round: Round) => told.get(round.id) ?? [];
  const tensions = (round: Round): readonly SpokeTension[] => {
    const known = worked.get(round.id);
    if (known || !wheel) return known ?? [];
    const made = tensionsTold(wheel, kinds, entries(round), all);
    worked.set(round.id, made);
    return made;
  };
  return {
    kinds,
    entries,
    tensions,
    readings: (round) => {
      for (let at = rounds.indexOf(round); at >= 0; at--) {
        const own = tensions(rounds[at]).map((t) => t.tension);
        if (own.some((t) => t !== null)) return roundReadings(round, holes, own);
        const before = rounds[at - 1];
        if (!before || (before.turns.length > 0 && !before.takenBack) || before.destressed) break;
      }
      return roundReadings(round, holes);
    },
  };
};
