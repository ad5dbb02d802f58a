import type { Figures } from "../figures/newest";
import type { Wheel } from "../wheel/wheel-file";
import { CAN_BE } from "./can-be";

/**
 * What a spoke is drawn from: E and strength in N/mm², density in kg/m³. Steel as in the note's sums, its strength a usual
 * one of spoke wire; aluminium, and both strengths, from memory.
 */
export const STEEL = { modulus: 200_000, density: 7850, strength: 1000 };
export const MATERIALS = {
  stainless: { label: "stainless steel", ...STEEL },
  galvanised: { label: "galvanised steel", ...STEEL },
  plated: { label: "plated steel", ...STEEL },
  aluminium: { label: "aluminium", modulus: 70_000, density: 2700, strength: 500 },
} as const;
export type Material = keyof typeof MATERIALS;

/** Wire of the middle part against head and thread, by how it is butted. */
export type Butting = "plain" | "single" | "double" | "flattened";

/** Thickness of a butted middle, of its ends': a gauge or two under them (common practice: 2.3/2.0, 2.0/1.8). */
const MIDDLE = 0.88;
/** How much of the length is middle: a single butted spoke is thick at its head alone. */
export const PART = { single: 0.85, double: 0.75 } as const;

/** A figure as it was told where it can be one; null for none, or from a record older than what refuses it. */
const within = (told: Figures[string], { from, to }: { readonly from: number; readonly to: number }): number | null =>
  typeof told === "number" && told >= from && told <= to ? told : null;

/** What the bench tells of a wheel's spokes, whenever it does: what they are drawn from, how thick where, how far into the nipple. */
type WireTold = Partial<Pick<Wheel["spoke"], "modulus" | "density" | "strength" | "body" | "inNipple">>;

/**
 * What was told of the spokes as wire, as the wheel file says it; nothing of what nobody told. A middle that was measured
 * counts before the word for it; a flattened one holds as much wire as its round ends.
 *
 * @param diameter mm of the ends
 */
export const wireTold = (figures: Figures, diameter: number): WireTold => {
  const material = figures["spoke.material"];
  const butting = figures["spoke.butting"];
  const measured = within(figures["spoke.bodyDiameter"], CAN_BE.middle);
  const inNipple = within(figures["spoke.inNipple"], CAN_BE.inNipple);
  const isButted = butting === "single" || butting === "double";
  const middle = measured ?? (isButted ? diameter * MIDDLE : null);
  const body =
    middle === null || butting === "flattened" ? null : { diameter: middle, part: PART[isButted ? butting : "double"] };
  const { label: _, ...drawnFrom } =
    typeof material === "string" && material in MATERIALS ? MATERIALS[material as Material] : { label: "" };
  return {
    ...drawnFrom,
    ...(butting !== undefined || measured !== null ? { body } : {}),
    ...(inNipple === null ? {} : { inNipple }),
  };
};

/** What speaks for and against a choice of wire, in a builder's words. */
export const materialAdvice = (material: Material, butting: Butting, driven: boolean): string[] => {
  const out: string[] = [];
  if (material === "stainless")
    out.push(
      "Stainless does not rust; it galls in a dry thread, so its thread is greased, and it is no stiffer than plain steel.",
    );
  if (material === "galvanised")
    out.push("Galvanised steel is the usual restored look and lasts; the zinc goes dull, not brown.");
  if (material === "plated")
    out.push(
      "Bright plating can make hard wire brittle unless it is baked after: ask the plater, and never plate old spokes.",
    );
  if (material === "aluminium")
    out.push(
      "Aluminium stretches three times as far and tires sooner: only with the maker's own figures, never on a drum-braked wheel.",
    );
  if (butting === "double" || butting === "single")
    out.push(
      "A butted spoke stretches in its body, so the elbow and thread see less of each bump; the rim must be rounder for even tension.",
    );
  if (butting === "flattened")
    out.push("A flattened spoke is as stiff as the round wire it came from; hold it when the nipple turns.");
  if (butting === "plain" && driven)
    out.push(
      "Plain gauge carries a drum brake's and a chain's pull without fuss; it is what most hubs were drilled for.",
    );
  return out;
};
