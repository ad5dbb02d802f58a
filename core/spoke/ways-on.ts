import { mostCrosses } from "../wheel/most-crosses";
import type { Side, Wheel } from "../wheel/wheel-file";
import { type SpokeKind, spokeKinds } from "./kinds";
import { type ThreadParts, type ThreadRoom, threadRoom, washerFor } from "./thread-room";

/** Spokes that lie here, for one kind of the wheel. */
export interface Here {
  readonly flange: Side;
  readonly lean: "trailing" | "leading";
  readonly row: SpokeKind["row"];
  /** mm as ordered, or as measured at goods in. */
  readonly length: number;
  /** mm it was ordered for; tells kinds of one side and lean apart where empty hub holes make several. */
  readonly wanted?: number;
}

/** One way on with the spokes that are here. */
export interface WayOn {
  readonly way: "as-they-are" | "washer" | "nipple" | "cross" | "swap" | "reorder-some" | "reorder-all";
  readonly text: string;
  /** The worst kind's room. */
  readonly turnsUp: number;
  readonly turnsDown: number;
  readonly fits: boolean;
  /** Days it costs. */
  readonly days: number;
}

const keyOf = (k: { flange: Side; lean: string; row: SpokeKind["row"] }): string => `${k.flange}|${k.lean}|${k.row}`;

interface Fitted {
  readonly kind: SpokeKind;
  readonly length: number;
  readonly room: ThreadRoom;
}

const fitAll = (kinds: readonly SpokeKind[], here: readonly Here[], parts: ThreadParts): Fitted[] =>
  kinds.flatMap((kind) => {
    const away = (h: Here) => Math.abs((h.wanted ?? h.length) - kind.lengthAtTension);
    const own = here.filter((h) => keyOf(h) === keyOf(kind)).sort((p, q) => away(p) - away(q))[0];
    return own ? [{ kind, length: own.length, room: threadRoom(parts, own.length, kind.lengthAtTension) }] : [];
  });

const worst = (fitted: readonly Fitted[]) => ({
  turnsUp: Math.min(...fitted.map((f) => f.room.turnsUp)),
  turnsDown: Math.min(...fitted.map((f) => f.room.turnsDown)),
});

const inside = (room: { turnsUp: number; turnsDown: number }): boolean => room.turnsUp >= 0 && room.turnsDown >= 0;

/**
 * The order is here and the wheel turned out another: every way on, those that fit first, the quickest of them first,
 * then the one with most thread left at its tighter end.
 *
 * @param washers mm at hand @param nipples mm of thread of other nipples at hand @param postDays a fresh order takes
 */
export const waysOn = (
  wheel: Wheel,
  here: readonly Here[],
  parts: ThreadParts,
  washers: readonly number[],
  nipples: readonly number[],
  postDays: number,
): WayOn[] => {
  const { kinds } = spokeKinds(wheel);
  const asTheyAre = fitAll(kinds, here, parts);
  if (asTheyAre.length === 0) return [];
  const ways: WayOn[] = [];
  const add = (way: WayOn["way"], text: string, fitted: readonly Fitted[], days: number) => {
    const room = worst(fitted);
    ways.push({ way, text, ...room, fits: inside(room), days });
  };
  const ends = asTheyAre.map((f) => f.room.end);
  const said = (mm: number) => `${Math.abs(mm).toFixed(1)} mm ${mm >= 0 ? "past" : "short of"} the slot`;
  const farthest = ends.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  add("as-they-are", `As they are: the ends finish up to ${said(farthest)}`, asTheyAre, 0);

  const tooLong = asTheyAre.filter((f) => f.room.turnsUp < 1);
  if (tooLong.length > 0) {
    const fixed = tooLong.map((f) => washerFor(parts, f.length, f.kind.lengthAtTension, washers));
    const thick = Math.max(...fixed.map((t) => t ?? 0));
    if (!fixed.includes(null) && thick > 0)
      add(
        "washer",
        `A ${thick} mm washer under ${tooLong.length === asTheyAre.length ? "every nipple" : `the nipples of ${tooLong.map((f) => `{${f.kind.flange}} ${f.kind.lean}`).join(", ")}`}`,
        asTheyAre.map((f) =>
          tooLong.includes(f) ? { ...f, room: threadRoom(parts, f.length, f.kind.lengthAtTension + thick) } : f,
        ),
        0,
      );
  }
  for (const thread of nipples.filter((n) => Math.abs(n - parts.nippleThread) > 0.4)) {
    const other = { ...parts, nippleThread: thread };
    add(
      "nipple",
      `Nipples with ${thread} mm of thread instead of ${parts.nippleThread}`,
      fitAll(kinds, here, other),
      0,
    );
  }
  for (const side of ["A", "B"] as const)
    for (const by of [-1, 1]) {
      const cross = wheel.lacing[side].cross + by;
      if (cross < 1 || cross > mostCrosses(wheel.rim.holes, wheel.rim.erd, wheel.hub[side].holeCircle)) continue;
      const laced = { ...wheel, lacing: { ...wheel.lacing, [side]: { cross }, skip: undefined } };
      const result = spokeKinds(laced);
      if (result.warnings.some((w) => w.code === "head-overlap")) continue;
      const fitted = fitAll(result.kinds, here, parts);
      if (fitted.length > 0 && inside(worst(fitted)))
        add("cross", `{${side}} laced ${cross} cross instead of ${wheel.lacing[side].cross}`, fitted, 0);
    }
  const swapped = here.map((h): Here => ({ ...h, flange: h.flange === "A" ? "B" : "A" }));
  const lengths = new Set(here.map((h) => h.length));
  if (lengths.size > 1) {
    const fitted = fitAll(kinds, swapped, parts);
    if (fitted.length > 0) add("swap", "The two sides' spokes changed over", fitted, 0);
  }
  const bad = asTheyAre.filter((f) => !inside(f.room));
  const anew = (list: readonly Fitted[]): Fitted[] =>
    asTheyAre.map((f) => {
      if (!list.includes(f)) return f;
      const length = Math.round(f.kind.lengthAtTension);
      return { ...f, length, room: threadRoom(parts, length, f.kind.lengthAtTension) };
    });
  if (bad.length > 0 && bad.length < asTheyAre.length)
    add(
      "reorder-some",
      `Order again only ${bad.map((f) => `{${f.kind.flange}} ${f.kind.lean}, ${Math.round(f.kind.lengthAtTension)} mm × ${f.kind.count}`).join("; ")}`,
      anew(bad),
      postDays,
    );
  if (Math.max(...ends.map(Math.abs)) > 0.75) add("reorder-all", "Order all of them again", anew(asTheyAre), postDays);
  const least = (w: WayOn) => Math.min(w.turnsUp, w.turnsDown);
  // A quick way that leaves nothing to true with is no better than one that waits and leaves something.
  const rank = (w: WayOn) => {
    if (!w.fits) return 3;
    return least(w) >= 1 ? 0 : least(w) >= 0.5 ? 1 : 2;
  };
  return ways.sort((a, b) => rank(a) - rank(b) || a.days - b.days || least(b) - least(a));
};

/** What changed since the order, where it moves a length: mm and turns, by kind. */
export const movedSince = (
  ordered: Wheel,
  now: Wheel,
  pitch: number,
): { readonly flange: Side; readonly lean: string; readonly mm: number; readonly turns: number }[] => {
  const before = spokeKinds(ordered).kinds;
  return spokeKinds(now).kinds.flatMap((k) => {
    const was = before.find((b) => b.spokes.includes(k.spokes[0]));
    if (!was) return [];
    // A longer spoke wanted now means the ordered one ends short.
    const mm = was.lengthAtTension - k.lengthAtTension;
    return Math.abs(mm) > 0.05 ? [{ flange: k.flange, lean: k.lean, mm, turns: mm / pitch }] : [];
  });
};
