import type { GaugePicture } from "./figure";

/** What a dimension is taken with, the usual one first; kept with the figure. */
const TOOLS: Partial<Record<GaugePicture, readonly string[]>> = {
  "over-rim": ["long rule", "big vernier", "tape"],
  "inside-rim": ["long rule", "big vernier", "tape"],
  rods: ["rule", "vernier"],
  "rim-height": ["depth gauge", "rule", "vernier"],
  bed: ["vernier", "rule"],
  washer: ["vernier", "rule"],
  nipple: ["vernier", "depth gauge"],
  "hung-nipple": ["depth gauge", "rule"],
  "rim-width": ["vernier", "rule"],
  "hole-offset": ["rule", "vernier"],
  spacers: ["vernier", "rule"],
  "face-to-flange": ["depth gauge", "rule", "straight edge"],
  "flange-to-flange": ["vernier", "rule"],
  "hole-circle": ["vernier", "rule"],
  chord: ["vernier", "rule"],
  "spoke-hole": ["drill shank", "vernier"],
  "flange-thickness": ["vernier"],
  clocking: ["rod and rule"],
  bore: ["rod and protractor"],
  drum: ["dial"],
  "straight-edge": ["straight edge", "rule"],
  string: ["string", "straight edge"],
  flip: ["flip gauge", "rule"],
  frame: ["rule", "feelers"],
  plate: ["feelers", "shims"],
  "old-spoke": ["rule", "vernier"],
  vernier: ["vernier", "gauge plate"],
  dial: ["dial", "pointer"],
};

export const toolsFor = (picture: GaugePicture): readonly string[] => TOOLS[picture] ?? [];
