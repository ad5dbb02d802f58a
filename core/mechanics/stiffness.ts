import { type SectionStiffness, sectionStiffness } from "../rim/section";
import type { Wheel } from "../wheel/wheel-file";

/** What is not known from the drawing: factors on presets, 1 or the preset when nothing was learnt. */
export interface Stiffness {
  readonly lateralScale: number;
  readonly radialScale: number;
  /** Part of the spokes' axial stiffness left by elbow, seat and bed. */
  readonly share: number;
}

export const defaultStiffness = (wheel: Wheel): Stiffness => ({
  lateralScale: 1,
  radialScale: 1,
  share: wheel.spoke.share ?? 0.6,
});

export const scaledSection = (wheel: Wheel, stiffness: Stiffness): SectionStiffness => {
  const section = sectionStiffness(wheel.rim);
  return {
    EA: section.EA * stiffness.radialScale,
    EIradial: section.EIradial * stiffness.radialScale,
    EIlateral: section.EIlateral * stiffness.lateralScale,
    GJ: section.GJ * stiffness.lateralScale,
  };
};
