import type { Wheel } from "../wheel/wheel-file";
import { type PlacedSpoke, placeSpokes } from "./placement";

/** The schools of lacing. */
export const LACING_ORDERS = {
  "inner-first": "inner spokes of both sides first",
  "flange-by-flange": "flange by flange",
  "key-rounds": "from a key spoke, every fourth, in four rounds",
  "all-into-hub": "all spokes into the hub first",
  straight: "straight spokes, inners then outers",
  "rim-first": "nipples at the rim first, spokes laid into slots",
} as const;
export type LacingOrder = keyof typeof LACING_ORDERS;

export type HubKind = "full-width" | "single-sided" | "conical";

/** What decides how a spoke can be got into its hub. */
export interface HubWay {
  readonly kind: HubKind;
  /** Flanges with slots instead of holes. */
  readonly slots: boolean;
}

/** One thing done: spokes dropped into the hub, one tied to the rim, or both at once. */
export interface LacingAct {
  readonly act: "drop" | "tie" | "lace";
  readonly spokes: readonly PlacedSpoke[];
}

const groupsOf = (wheel: Wheel, spokes: readonly PlacedSpoke[]) => {
  const first = wheel.rim.firstHole;
  const other = first === "A" ? "B" : "A";
  const of = (flange: "A" | "B", head: "out" | "in") => spokes.filter((s) => s.flange === flange && s.head === head);
  return {
    inner: [of(first, "out"), of(other, "out")],
    outer: [of(first, "in"), of(other, "in")],
  };
};

const each = (act: LacingAct["act"], spokes: readonly PlacedSpoke[]): LacingAct[] =>
  spokes.map((s) => ({ act, spokes: [s] }));

/** What is done, in order, by a school. */
export const lacingActs = (wheel: Wheel, order: LacingOrder): LacingAct[] => {
  const spokes = placeSpokes(wheel);
  const { inner, outer } = groupsOf(wheel, spokes);
  switch (order) {
    case "inner-first":
      return [
        ...inner.map((g): LacingAct => ({ act: "drop", spokes: g })),
        ...inner.flatMap((g) => each("tie", g)),
        ...outer.map((g): LacingAct => ({ act: "drop", spokes: g })),
        ...outer.flatMap((g) => each("tie", g)),
      ];
    case "flange-by-flange":
      return [inner[0], outer[0], inner[1], outer[1]].flatMap((g): LacingAct[] => [
        { act: "drop", spokes: g },
        ...each("tie", g),
      ]);
    case "all-into-hub":
      return [
        ...[...inner, ...outer].map((g): LacingAct => ({ act: "drop", spokes: g })),
        ...[...inner, ...outer].flatMap((g) => each("tie", g)),
      ];
    default:
      // The key spoke is the first inner one after the valve; its round goes by fours, and so the three after it.
      return [...inner, ...outer].flatMap((g) => each("lace", g));
  }
};

/**
 * Why a spoke cannot be got in any more; null when it can.
 *
 * A bent inner spoke (head outside) goes in from outside and swings between flange and outer spokes: once an outer spoke
 * of its flange is tied it is too late. A bent outer one is pushed out from between the flanges: a full-width drum fills
 * that room, and once anything is tied there is no way past it. Straight spokes lie flat on their seats: an outer one
 * covers the inners. A spoke laid into a slot needs nothing but that those under it are in. An outer spoke crosses over
 * the inner ones of its flange and so is tied after them (common practice).
 */
export const blockedBecause = (
  wheel: Wheel,
  hub: HubWay,
  dropped: ReadonlySet<number>,
  tied: ReadonlySet<number>,
  act: LacingAct,
): string | null => {
  const spokes = placeSpokes(wheel);
  return blocked(spokes, wheel.hub.seat, hub, dropped, tied, act);
};

const blocked = (
  spokes: readonly PlacedSpoke[],
  seat: "bent" | "straight",
  hub: HubWay,
  dropped: ReadonlySet<number>,
  tied: ReadonlySet<number>,
  { act, spokes: these }: LacingAct,
): string | null => {
  for (const s of these) {
    const own = spokes.filter((o) => o.flange === s.flange);
    const innersIn = own.every(
      (o) => o.head === "in" || (act === "drop" ? dropped : tied).has(o.spoke) || these.includes(o),
    );
    if (act !== "tie" && !hub.slots) {
      if (seat === "bent" && s.head === "out" && own.some((o) => o.head === "in" && tied.has(o.spoke)))
        return `${s.spoke} lies inside; outer spokes of its flange are already tied`;
      if (seat === "bent" && s.head === "in" && hub.kind === "full-width" && tied.size > 0)
        return `${s.spoke} goes in from between the flanges; on a full-width drum nothing may be tied before it`;
      if (seat === "straight" && s.head === "out" && own.some((o) => o.head === "in" && dropped.has(o.spoke)))
        return `${s.spoke} lies under outer spokes that are already in`;
    }
    if (act !== "drop" && s.head === "in" && !innersIn)
      return `${s.spoke} crosses over inner spokes that are not tied yet`;
    if (act === "tie" && !dropped.has(s.spoke)) return `${s.spoke} is not in the hub yet`;
  }
  return null;
};

/** Runs an order through; the first thing that cannot be done, or null. */
export const firstBlocked = (wheel: Wheel, hub: HubWay, acts: readonly LacingAct[]): string | null => {
  const spokes = placeSpokes(wheel);
  const dropped = new Set<number>();
  const tied = new Set<number>();
  for (const act of acts) {
    const why = blocked(spokes, wheel.hub.seat, hub, dropped, tied, act);
    if (why) return why;
    for (const s of act.spokes) {
      if (act.act !== "tie") dropped.add(s.spoke);
      if (act.act !== "drop") tied.add(s.spoke);
    }
  }
  return null;
};

/** The orders this hub allows, the usual one first, each with its reason. */
export const offeredOrders = (
  wheel: Wheel,
  hub: HubWay,
): readonly { readonly order: LacingOrder; readonly why: string }[] => {
  const reasons: Record<LacingOrder, string> = {
    "rim-first": "slots take a spoke that already hangs in its nipple; nothing has to be threaded",
    straight: "straight spokes have only one way: inners under, outers over",
    "all-into-hub": "once a spoke is tied the later ones can no longer be swung in past a full-width drum",
    "inner-first": "inner spokes lie inside and nothing may be in their way; both sides together keep the rim centred",
    "flange-by-flange": "one side can be seen whole before the other; the rim hangs aside until then",
    "key-rounds": "the key spoke beside the valve is checked once and all others follow from it",
  };
  const fits: Record<LacingOrder, boolean> = {
    "rim-first": hub.slots,
    straight: wheel.hub.seat === "straight" && !hub.slots,
    "all-into-hub": wheel.hub.seat === "bent" && !hub.slots,
    "inner-first": wheel.hub.seat === "bent" && !hub.slots,
    "flange-by-flange": wheel.hub.seat === "bent" && !hub.slots,
    "key-rounds": !hub.slots,
  };
  const usual: readonly LacingOrder[] = hub.slots
    ? ["rim-first"]
    : wheel.hub.seat === "straight"
      ? ["straight", "key-rounds"]
      : hub.kind === "full-width"
        ? ["all-into-hub"]
        : ["inner-first", "key-rounds", "flange-by-flange", "all-into-hub"];
  return usual
    .filter((o) => fits[o] && firstBlocked(wheel, hub, lacingActs(wheel, o)) === null)
    .map((order) => ({ order, why: reasons[order] }));
};
