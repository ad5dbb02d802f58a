import type { PlacedSpoke } from "../lacing/placement";
import type { Side } from "../wheel/wheel-file";
import type { SpokeTension } from "./told";

/** How tight a side stands, N, and how that is known. */
export interface SideStanding {
  readonly newton: number;
  /** Read on it; reckoned from the other side, or from a round turned since; told: so tight, or threads just covered. */
  readonly from: "read" | "other-side" | "turned" | "told" | "covered";
  /** How many of its spokes were read. */
  readonly by: number;
}
export type SidesStanding = Readonly<Record<Side, SideStanding>>;

interface Known {
  readonly spokes: readonly PlacedSpoke[];
  readonly tensions: readonly SpokeTension[];
  /** N, side means wanted; they are what balances the rim between them. */
  readonly wanted: Readonly<Record<Side, number>>;
  /** Part of the wanted tension a planned round since the last reading brought it to; null for none. */
  readonly broughtTo: number | null;
  /** Part of it somebody felt. */
  readonly told: number | null;
  /** Somebody said so: every nipple where its thread disappears, nothing tight yet. */
  readonly covered: boolean;
}

/**
 * How tight the two sides stand, in one place for all that asks. What was not read is not nought: a side nobody read is
 * reckoned from the other, since the rim stands between them only while they balance; with neither read, from the turns
 * made, or from what was told.
 *
 * @returns null when nothing is known of either
 */
export const sidesStanding = (known: Known): SidesStanding | null => {
  const { spokes, tensions, wanted, broughtTo, told, covered } = known;
  const read = (side: Side): SideStanding | null => {
    const own = spokes.flatMap((s) => (s.flange === side ? (tensions[s.spoke - 1].tension ?? []) : []));
    if (own.length === 0) return null;
    return { newton: own.reduce((a, b) => a + b, 0) / own.length, from: "read", by: own.length };
  };
  const [A, B] = [read("A"), read("B")];
  if (A && B) return { A, B };
  const reckoned = (side: Side, other: SideStanding): SideStanding => ({
    newton: (other.newton * wanted[side]) / wanted[side === "A" ? "B" : "A"],
    from: "other-side",
    by: 0,
  });
  if (A) return { A, B: reckoned("B", A) };
  if (B) return { A: reckoned("A", B), B };
  const both = (part: number, from: SideStanding["from"]): SidesStanding => ({
    A: { newton: part * wanted.A, from, by: 0 },
    B: { newton: part * wanted.B, from, by: 0 },
  });
  if (broughtTo !== null) return both(broughtTo, "turned");
  if (told !== null) return both(told, "told");
  return covered ? both(0, "covered") : null;
};

/** `by 18 spokes`, `reckoned from the other side`. */
export const standingWords = ({ from, by }: SideStanding): string =>
  ({
    read: `by ${by} ${by === 1 ? "spoke" : "spokes"}`,
    "other-side": "reckoned from the other side",
    turned: "reckoned from the turns",
    told: "as it was told",
    covered: "threads just covered",
  })[from];
