import type { Wheel } from "../wheel/wheel-file";

/** What a spoke is drawn from, and how thick where: mm, N/mm², kg/m³. */
export type Wire = Pick<Wheel["spoke"], "diameter" | "body" | "modulus" | "density">;

const areaOf = (diameter: number): number => (Math.PI * diameter ** 2) / 4;

/** mm: of what lies between head and thread, thinner than both where it is butted. */
export const middleDiameter = ({ diameter, body }: Pick<Wire, "diameter" | "body">): number =>
  body?.diameter ?? diameter;

/** mm² of a plain wire that stretches as much: ends and middle pull one behind the other, so their lengths by their areas add. */
export const stretchArea = ({ diameter, body }: Pick<Wire, "diameter" | "body">): number =>
  body === null ? areaOf(diameter) : 1 / ((1 - body.part) / areaOf(diameter) + body.part / areaOf(body.diameter));

/** N it pulls for each mm it is stretched. @param length mm */
export const axialStiffness = (wire: Wire, length: number): number => (wire.modulus * stretchArea(wire)) / length;

/** @param length mm @returns grams of one spoke, its head left out */
export const spokeGrams = ({ diameter, body, density }: Wire, length: number): number => {
  const part = body?.part ?? 0;
  const mm3 = length * ((1 - part) * areaOf(diameter) + part * areaOf(body?.diameter ?? diameter));
  return (mm3 * density) / 1e6;
};
