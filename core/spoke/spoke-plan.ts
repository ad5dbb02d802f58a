import type { Figures } from "../figures/newest";
import { ORDER_PRESETS } from "../figures/presets";
import type { Wheel } from "../wheel/wheel-file";
import { ENTRY_LIMIT_DEG, type SpokeKind, spokeKinds } from "./kinds";
import { type Butting, MATERIALS, type Material, materialAdvice } from "./material";
import { type Available, type OrderLength, orderLengths, type Rounding } from "./order-lengths";
import { type PatternLimits, USUAL_LIMITS } from "./patterns";
import {
  leastEngagement,
  type ThreadParts,
  type ThreadRoom,
  type ThreadWindow,
  threadRoom,
  threadWindow,
} from "./thread-room";
import type { Warning } from "./warning";
import { axialStiffness, spokeGrams } from "./wire";

/** One kind of spoke with the length it would be given. */
export interface PlannedKind extends SpokeKind {
  /** mm, from the order; the nearest whole mm where no order can be made. */
  readonly given: number;
  readonly room: ThreadRoom;
}

/** What is to be ordered for a wheel, and why. */
export interface SpokePlan {
  readonly kinds: readonly PlannedKind[];
  readonly warnings: readonly Warning[];
  readonly parts: ThreadParts;
  readonly window: ThreadWindow;
  readonly lengths: readonly OrderLength[];
  /** In words, why no order can be made; null when one can. */
  readonly stuck: string | null;
  readonly available: Available;
  readonly spares: number;
  readonly postDays: number;
  readonly material: Material;
  readonly butting: Butting;
  readonly head: string;
  /** Grams of all spokes, and N for each mm one is stretched. */
  readonly grams: number;
  readonly stiffness: number;
  readonly advice: readonly string[];
  readonly limits: PatternLimits;
  /** Figures of the order nobody told. */
  readonly assumed: readonly string[];
}

const lengthsIn = (text: string): number[] =>
  (text.match(/\d+(?:[.,]\d+)?/g) ?? []).map((t) => Number(t.replace(",", "."))).filter((l) => l > 20 && l < 500);

/** Works out lengths, thread room and order from a wheel and what was told of thread, nipple and supplier. */
export const planSpokes = (wheel: Wheel, figures: Figures): SpokePlan => {
  const assumed: string[] = [];
  const raw = (name: string): number | string => {
    const taken = figures[name];
    if (taken !== undefined) return taken;
    if (!assumed.includes(name)) assumed.push(name);
    return ORDER_PRESETS[name];
  };
  const number = (name: string) => Number(raw(name));
  const parts: ThreadParts = {
    diameter: wheel.spoke.diameter,
    pitch: wheel.spoke.threadPitch,
    spokeThread: number("spoke.threadLength"),
    nippleThread: number("nipple.thread"),
    slotDepth: number("nipple.slotDepth"),
  };
  const window = threadWindow(parts);
  const { kinds, warnings } = spokeKinds(wheel);
  const told = String(raw("order.available"));
  const available: Available =
    told === "list" ? { list: lengthsIn(String(figures["order.list"] ?? "")) } : { step: Number(told) };
  const needs = kinds.map((k) => ({
    wanted: k.lengthAtTension,
    count: k.count,
    shortest: k.lengthAtTension + window.shortest,
    longest: k.lengthAtTension + window.longest,
  }));
  const hopeless = window.shortest > window.longest;
  const order = hopeless ? { stuck: 0 } : orderLengths(needs, available, String(raw("order.rounding")) as Rounding);
  const lengths = "lengths" in order ? order.lengths : [];
  const given = (i: number) => lengths.find((l) => l.serves.includes(i))?.length ?? kinds[i].order;
  const material = String(raw("spoke.material")) as Material;
  const butting = String(raw("spoke.butting")) as Butting;
  const seat = String(raw("nipple.seat")) as keyof typeof ENTRY_LIMIT_DEG;
  const limits = {
    ...USUAL_LIMITS,
    entryDeg: figures["nipple.limit"] === undefined ? ENTRY_LIMIT_DEG[seat] : Number(figures["nipple.limit"]),
  };
  const worst = Math.max(...kinds.map((k) => k.entryAngleDeg));
  // The limit somebody set for this nipple counts, not the usual one.
  const own: Warning[] = warnings.filter((w) => w.code !== "entry-angle");
  if (worst > limits.entryDeg)
    own.push({
      code: "entry-angle",
      figures: { angle: worst, limit: limits.entryDeg, own: true },
    });
  return {
    kinds: kinds.map((k, i) => ({ ...k, given: given(i), room: threadRoom(parts, given(i), k.lengthAtTension) })),
    warnings: [...own, ...impossible(wheel, kinds, parts, window)],
    parts,
    window,
    lengths,
    stuck: "lengths" in order ? null : stuckText(kinds[order.stuck], window, hopeless),
    available,
    spares: number("order.spares"),
    postDays: number("order.postDays"),
    material,
    butting,
    head: String(figures["spoke.head"] ?? ""),
    grams: kinds.reduce((sum, k) => sum + spokeGrams(wheel.spoke, k.length) * k.count, 0),
    stiffness: kinds.length > 0 ? Math.min(...kinds.map((k) => axialStiffness(wheel.spoke, k.length))) : 0,
    advice: materialAdvice(material, butting, true),
    limits,
    assumed,
  };
};

const stuckText = (kind: SpokeKind | undefined, window: ThreadWindow, hopeless: boolean): string => {
  if (hopeless)
    return "The nipple is too short for its thread: no length holds enough turns without standing proud. A longer nipple cures it.";
  if (!kind) return "There is nothing to order.";
  const from = (kind.lengthAtTension + window.shortest).toFixed(1);
  const to = (kind.lengthAtTension + window.longest).toFixed(1);
  return `Nothing that can be had lies between ${from} and ${to}, which {${kind.flange}} ${kind.lean} needs. Another list, or every mm.`;
};

/** Builds that cannot be. */
const impossible = (wheel: Wheel, kinds: readonly SpokeKind[], parts: ThreadParts, window: ThreadWindow): Warning[] => {
  const out: Warning[] = [];
  const needed = leastEngagement(parts.diameter, parts.pitch);
  if (parts.spokeThread < needed) out.push({ code: "thread-short", figures: { thread: parts.spokeThread, needed } });
  if (window.shortest > window.longest) out.push({ code: "no-window", figures: {} });
  for (const side of ["A", "B"] as const) {
    const across = wheel.hub[side].toCentre - wheel.rim.holeOffset + (side === "A" ? -wheel.offset : wheel.offset);
    if (wheel.rim.holeOffset > wheel.hub[side].toCentre)
      out.push({
        code: "wrong-side",
        figures: { side, holes: wheel.rim.holeOffset, flange: wheel.hub[side].toCentre },
      });
    else if (across > 0 && across < 4) out.push({ code: "upright", figures: { side, across } });
  }
  const shortest = Math.min(...kinds.map((k) => k.length));
  if (shortest < parts.spokeThread + 30) out.push({ code: "stubby", figures: { length: shortest } });
  return out;
};

/** Name of a material on paper. */
export const materialName = (material: Material): string => MATERIALS[material].label;
