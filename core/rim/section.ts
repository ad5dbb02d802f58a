import type { Wheel } from "../wheel/wheel-file";

/** Stiffness of the rim's section as a curved beam: N and N·mm². */
export interface SectionStiffness {
  readonly EA: number;
  /** Bending in the wheel's plane. */
  readonly EIradial: number;
  /** Bending out of the wheel's plane. */
  readonly EIlateral: number;
  /** Twist; an effective value that holds the warping of an open section at about four waves a turn. */
  readonly GJ: number;
}

/**
 * A rim of rolled strip as three flat plates: a bed across the width and a wall up each side, thickness t.
 * A = t(w + 2h); about the wheel's plane axis: t·w³/12 + 2·t·h·(w/2)²; in the plane: walls of height h about the
 * common centroid; twist: t³(w + 2h)/3 plus E·Γ·(4/R)² with Γ of a channel (Roark, *Formulas for Stress and Strain*,
 * table of torsion constants; from memory). The real section has a well, beads and curls, so any preset may be wrong
 * by a factor of two: the advice learns the rest from what each round does.
 */
const strip = (width: number, height: number, t: number, E: number, G: number, radius: number): SectionStiffness => {
  const area = t * (width + 2 * height);
  const aboutPlane = (t * width ** 3) / 12 + 2 * t * height * (width / 2) ** 2;
  const centroid = (t * height * height) / area;
  const inPlane = t * width * centroid ** 2 + 2 * ((t * height ** 3) / 12 + t * height * (height / 2 - centroid) ** 2);
  const warping = ((t * height ** 3 * width ** 2) / 12) * ((3 * height + 2 * width) / (6 * height + width));
  return {
    EA: E * area,
    EIradial: E * inPlane,
    EIlateral: E * aboutPlane,
    GJ: (G * t ** 3 * (width + 2 * height)) / 3 + (E * warping * 16) / radius ** 2,
  };
};

/** Rim width when none is given: mm, by section and ERD (common practice: small wheels carry wide rims). */
export const presetWidth = (section: "steel" | "alloy", erd: number): number => {
  const byErd = erd < 400 ? 62 : erd < 450 ? 58 : erd < 500 ? 52 : 45;
  return section === "steel" ? byErd : byErd + 3;
};

/**
 * Section stiffness of a wheel's rim: given, or a preset. Steel: 2.0 mm strip, walls 17 mm. Alloy: 3.4 mm, walls 19 mm.
 */
export const sectionStiffness = (rim: Wheel["rim"]): SectionStiffness => {
  if (typeof rim.section === "object") return rim.section;
  const width = rim.width ?? presetWidth(rim.section, rim.erd);
  const radius = rim.centroidRadius ?? rim.erd / 2;
  return rim.section === "steel"
    ? strip(width, 17, 2.0, 200000, 77000, radius)
    : strip(width, 19, 3.4, 70000, 26000, radius);
};
