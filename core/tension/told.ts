import { medianOf } from "../runout/median";
import type { Wheel } from "../wheel/wheel-file";
import type { KnownSpoke } from "./calibrate";
import { cents } from "./ear/spectrum";
import { type GaugeTable, gaugeTension } from "./gauge-table";
import { heardKind, heardTension } from "./note-range";
import type { SoundKind } from "./sounding";
import type { Squeeze } from "./squeeze";

export const TENSION_WAYS = ["tension", "note", "gauge", "known", "squeeze", "torque"] as const;
/** N as told · Hz of a pluck, 0 dead · a gauge's own division · N known for calibrating · pair felt, +1 0 −1 · N·m. */
export type TensionWay = (typeof TENSION_WAYS)[number];

/** One thing taken that says something of a spoke's tension. */
export interface TensionEntry {
  readonly what: TensionWay;
  readonly spoke: number;
  readonly value: number;
  /** Cents, 1 σ of a note. */
  readonly sure: number | null;
  /** The gauge's table. */
  readonly tableId: string | null;
  /** The other spoke of a pair. */
  readonly against: number | null;
}

/** What is known of one spoke's tension in one round. */
export interface SpokeTension {
  /** N; 0 slack; null when nothing says it. */
  readonly tension: number | null;
  /** N, 95 of 100; null where no range can be told. */
  readonly low: number | null;
  readonly high: number | null;
  readonly way: "tension" | "note" | "gauge" | "known" | null;
  /** Hz as last plucked. */
  readonly note: number | null;
  /** Cents from the middle note of its kind. */
  readonly cents: number | null;
  /** N·m, and N·m from the middle of its kind. */
  readonly torque: number | null;
  /** What stands against the reading, in words. */
  readonly doubt: string | null;
}

/** Spokes of a kind whose tension and note were taken in the same round. */
export const knownSpokes = (kind: SoundKind, rounds: readonly (readonly Told[])[]): KnownSpoke[] =>
  rounds.flatMap((round) =>
    kind.spokes.flatMap((spoke) => {
      const own = round.filter((e) => e.spoke === spoke);
      const newton = own.findLast((e) => e.newton !== null && e.what !== "note")?.newton ?? null;
      const frequency = own.findLast((e) => e.what === "note" && e.value > 0)?.value;
      return newton !== null && newton > 0 && frequency !== undefined ? [{ tension: newton, frequency }] : [];
    }),
  );

/** An entry with its newtons, where it has some by itself. */
export interface Told extends TensionEntry {
  readonly newton: number | null;
  readonly doubt: string | null;
}

/** A gauge's divisions through its table; a note has no newtons before its kind is calibrated. */
export const inNewtons = (entries: readonly TensionEntry[], tables: readonly GaugeTable[]): Told[] =>
  entries.map((e) => {
    if (e.what === "tension" || e.what === "known") return { ...e, newton: e.value, doubt: null };
    if (e.what !== "gauge") return { ...e, newton: null, doubt: null };
    const table = tables.find((t) => t.id === e.tableId);
    if (!table) return { ...e, newton: null, doubt: "its gauge's table is gone" };
    const read = gaugeTension(table.points, e.value);
    return read.ok ? { ...e, newton: read.tension, doubt: null } : { ...e, newton: null, doubt: read.message };
  });

/**
 * Every spoke's tension in one round, the newest of each way; a gauge or a told figure goes before a note. A note counts
 * in newtons only where a spoke of its kind was calibrated, in this round or another.
 *
 * @param rounds all rounds of the wheel, for calibration
 */
export const tensionsTold = (
  wheel: Wheel,
  kinds: readonly SoundKind[],
  entries: readonly Told[],
  rounds: readonly (readonly Told[])[],
): SpokeTension[] => {
  const out: SpokeTension[] = new Array(wheel.rim.holes);
  for (const kind of kinds) {
    const newest = (spoke: number, what: TensionWay) => entries.findLast((e) => e.spoke === spoke && e.what === what);
    const notes = kind.spokes.flatMap((s) => newest(s, "note")?.value || []);
    const middle = notes.length > 1 ? medianOf(notes) : null;
    const sounding = notes.length > 0 ? heardKind(kind.sounding, knownSpokes(kind, rounds)) : null;
    for (const spoke of kind.spokes) {
      const direct = entries.findLast((e) => e.spoke === spoke && ["tension", "gauge", "known"].includes(e.what));
      const note = newest(spoke, "note");
      const torque = newest(spoke, "torque")?.value ?? null;
      const heard = sounding && note && note.value > 0 ? heardTension(sounding, note.value, note.sure ?? 5) : null;
      const common = {
        note: note?.value ?? null,
        cents: note && note.value > 0 && middle ? cents(middle, note.value) : null,
        torque,
      };
      if (direct && (direct.newton !== null || !note))
        out[spoke - 1] = {
          ...common,
          tension: direct.newton,
          low: direct.newton === null ? null : direct.newton * 0.94,
          high: direct.newton === null ? null : direct.newton * 1.06,
          way: direct.what as "tension" | "gauge" | "known",
          doubt: direct.doubt,
        };
      else if (note && note.value === 0)
        out[spoke - 1] = { ...common, tension: 0, low: 0, high: 0, way: "note", doubt: "dead note: slack" };
      else if (heard)
        out[spoke - 1] = {
          ...common,
          tension: heard.tension,
          low: heard.low,
          high: heard.high,
          way: "note",
          doubt:
            heard.tension === null
              ? "not calibrated: compares with its kind only"
              : heard.slope > 6
                ? "nearly slack for its thickness: the note says little"
                : null,
        };
      else out[spoke - 1] = { ...common, tension: null, low: null, high: null, way: null, doubt: null };
    }
  }
  return out;
};

/** The pairs felt by hand among entries. */
export const squeezes = (entries: readonly TensionEntry[]): Squeeze[] =>
  entries.flatMap((e) =>
    e.what === "squeeze" && e.against !== null
      ? [{ spoke: e.spoke, against: e.against, felt: e.value > 0 ? "tighter" : e.value < 0 ? "looser" : "same" }]
      : [],
  );
