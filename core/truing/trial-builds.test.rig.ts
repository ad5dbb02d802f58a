import type { WheelInput } from "@/core/wheel/wheel-file";

export type TrialBuild = "steel" | "alloy" | "single-sided" | "conical" | "small" | "many";

const drum: WheelInput = {
  format: "tall-compass/wheel",
  version: 1,
  name: "full-width drum, 40",
  rim: { holes: 40, erd: 440, firstHole: "A", holeOffset: 3, section: "steel", width: 55 },
  hub: {
    A: { holes: 20, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
    B: { holes: 20, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
  },
  lacing: { A: { cross: 2 }, B: { cross: 2 } },
  spoke: { diameter: 3.66, threadPitch: 0.635 },
  tension: { target: 2500 },
};

/** Wheels unlike one another: holes, crosses, hubs; what each has of its own. */
const BUILDS: Readonly<Record<TrialBuild, Partial<WheelInput>>> = {
  steel: {},
  alloy: { rim: { ...drum.rim, section: "alloy" } },
  "single-sided": {
    rim: { holes: 36, erd: 470, firstHole: "A", holeOffset: 2, section: "alloy", width: 50 },
    hub: {
      A: { holes: 18, holeCircle: 176, toCentre: 30, holeDiameter: 4 },
      B: { holes: 18, holeCircle: 92, toCentre: 34, holeDiameter: 4 },
    },
    lacing: { A: { cross: 1 }, B: { cross: 3 } },
    spoke: { diameter: 3.25, threadPitch: 0.635 },
    tension: { target: 2000 },
  },
  conical: {
    rim: { holes: 36, erd: 500, firstHole: "A", holeOffset: 3, section: "steel", width: 46 },
    hub: {
      A: { holes: 18, holeCircle: 190, toCentre: 28, holeDiameter: 4 },
      B: { holes: 18, holeCircle: 90, toCentre: 42, holeDiameter: 4 },
    },
    lacing: { A: { cross: 1 }, B: { cross: 3 } },
    spoke: { diameter: 3.25, threadPitch: 0.635 },
    tension: { target: 2000 },
  },
  small: {
    rim: { holes: 32, erd: 380, firstHole: "A", holeOffset: 2, section: "alloy", width: 48 },
    hub: {
      A: { holes: 16, holeCircle: 120, toCentre: 30, holeDiameter: 4 },
      B: { holes: 16, holeCircle: 120, toCentre: 30, holeDiameter: 4 },
    },
    lacing: { A: { cross: 2 }, B: { cross: 2 } },
    spoke: { diameter: 3.25, threadPitch: 0.635 },
    tension: { target: 1800 },
  },
  many: {
    rim: { holes: 48, erd: 440, firstHole: "A", holeOffset: 3, section: "steel", width: 60 },
    hub: {
      A: {
        holes: 24,
        holeCircle: 110,
        toCentre: 33,
        holeDiameter: 4,
        rows: { inner: { holeCircle: 104, toCentre: 30 }, outer: { holeCircle: 110, toCentre: 36 } },
      },
      B: {
        holes: 24,
        holeCircle: 110,
        toCentre: 33,
        holeDiameter: 4,
        rows: { inner: { holeCircle: 104, toCentre: 30 }, outer: { holeCircle: 110, toCentre: 36 } },
      },
    },
    lacing: { A: { cross: 4 }, B: { cross: 4 } },
    spoke: { diameter: 3.5, threadPitch: 0.635 },
    tension: { target: 2000 },
  },
};

export const trialWheel = (build: TrialBuild): WheelInput => ({ ...drum, name: build, ...BUILDS[build] });
