import type { Head, PlacedSpoke } from "../lacing/placement";
import { middleDiameter } from "../spoke/wire";
import type { Side, Wheel } from "../wheel/wheel-file";
import { spokeCeiling } from "./ceiling";
import type { NoteRange } from "./ear/pluck";
import { noteFrequency, type SoundingSpoke } from "./note";

/** Spokes that should sound alike at the same tension: one flange, one side of it, one length. */
export interface SoundKind {
  /** `A.out`, `A.out.2` where lengths differ inside it. */
  readonly key: string;
  readonly flange: Side;
  readonly head: Head;
  readonly spokes: readonly number[];
  /** mm. */
  readonly length: number;
  /** Its flange has spokes with such a head of another length too: only the length tells them apart. */
  readonly ofSeveral: boolean;
  /** Ends not told: clamped. */
  readonly sounding: SoundingSpoke;
}

/**
 * A spoke as something that swings between bend and nipple, the same for its note, its kind and the advice.
 *
 * @param length mm, of the whole spoke
 */
export const soundingOf = ({ spoke }: Wheel, flange: Side, length: number): Omit<SoundingSpoke, "ends"> => ({
  freeLength: spoke.freeLength?.[flange] ?? Math.max(20, length - spoke.inNipple),
  diameter: middleDiameter(spoke),
  modulus: spoke.modulus,
  density: spoke.density,
});

/** mm of length inside which spokes of a flange sound alike: less than 1 % of the note. */
const ALIKE = 1;

export const soundKinds = (wheel: Wheel, spokes: readonly PlacedSpoke[]): SoundKind[] => {
  const kinds: { key: string; flange: Side; head: Head; spokes: number[]; length: number }[] = [];
  for (const s of spokes) {
    const own = kinds.filter((k) => k.flange === s.flange && k.head === s.head);
    const alike = own.find((k) => Math.abs(k.length - s.length) < ALIKE);
    if (alike) alike.spokes.push(s.spoke);
    else
      kinds.push({
        key: `${s.flange}.${s.head}${own.length === 0 ? "" : `.${own.length + 1}`}`,
        flange: s.flange,
        head: s.head,
        spokes: [s.spoke],
        length: s.length,
      });
  }
  return kinds
    .sort((p, q) => (p.key < q.key ? -1 : 1))
    .map((k) => ({
      ...k,
      ofSeveral: kinds.some((o) => o !== k && o.flange === k.flange && o.head === k.head),
      sounding: { ...soundingOf(wheel, k.flange, k.length), ends: "clamped" },
    }));
};

/** Hz between which a spoke of this kind can sound: slack on free ends, up to half over its thread's ceiling. */
export const noteRange = (wheel: Wheel, kind: SoundKind): NoteRange => {
  const most = 1.5 * Math.max(wheel.tension.target, spokeCeiling(wheel.spoke).tension);
  return {
    low: noteFrequency({ ...kind.sounding, ends: "pinned" }, 0) * 0.9,
    high: noteFrequency(kind.sounding, most) * 1.1,
  };
};
