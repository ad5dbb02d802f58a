/** What a spoke is drawn from: E in N/mm², density in g/mm³. Steel as in the note's sums; aluminium from memory. */
export const MATERIALS = {
  stainless: { label: "stainless steel", modulus: 200000, density: 0.00785 },
  galvanised: { label: "galvanised steel", modulus: 200000, density: 0.00785 },
  plated: { label: "plated steel", modulus: 200000, density: 0.00785 },
  aluminium: { label: "aluminium", modulus: 70000, density: 0.0027 },
} as const;
export type Material = keyof typeof MATERIALS;

/** Wire of the middle part against head and thread, by how it is butted. */
export type Butting = "plain" | "single" | "double" | "flattened";

/** mm: a butted body is a gauge or two under its ends (common practice: 2.3/2.0, 2.0/1.8). */
const BODY_PART: Readonly<Record<Butting, number>> = { plain: 1, single: 0.88, double: 0.88, flattened: 1 };
/** How much of the length is body. */
const BODY_SHARE: Readonly<Record<Butting, number>> = { plain: 1, single: 0.85, double: 0.75, flattened: 1 };

/** @returns grams of one spoke, and N/mm it pulls for each mm it is stretched */
export const weightAndStiffness = (
  length: number,
  diameter: number,
  material: Material,
  butting: Butting,
): { readonly grams: number; readonly stiffness: number } => {
  const { modulus, density } = MATERIALS[material];
  const end = (Math.PI / 4) * diameter ** 2;
  const body = end * BODY_PART[butting] ** 2;
  const bodyLength = length * BODY_SHARE[butting];
  const ends = length - bodyLength;
  return {
    grams: (body * bodyLength + end * ends) * density,
    stiffness: modulus / (bodyLength / body + ends / end),
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
