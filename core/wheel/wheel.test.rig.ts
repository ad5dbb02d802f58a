import { readWheel, type Wheel, type WheelInput } from "./wheel-file";

/** A wheel for a test: the file's own heading left out. */
export const wheelFrom = (wheel: Omit<WheelInput, "format" | "version">): Wheel =>
  readWheel({ format: "tall-compass/wheel", version: 1, ...wheel });

/** A full-width drum of 40 holes, steel rim: the wheel most tests turn on. */
export const drumWheel = (over: Partial<WheelInput["rim"]> = {}, rest: Partial<WheelInput> = {}): Wheel =>
  wheelFrom({
    name: "test",
    rim: { holes: 40, erd: 440, firstHole: "A", holeOffset: 3, section: "steel", width: 55, ...over },
    hub: {
      seat: "bent",
      A: { holes: 20, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
      B: { holes: 20, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
    },
    offset: 0,
    lacing: { A: { cross: 2 }, B: { cross: 2 }, trailingHeads: "out" },
    spoke: { diameter: 3.66, threadPitch: 0.635 },
    tension: { target: 2500 },
    ...rest,
  });
