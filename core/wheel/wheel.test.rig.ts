import { readWheel, type Wheel, type WheelInput } from "./wheel-file";

/** A wheel for a test: the file's own heading left out. */
export const wheelFrom = (wheel: Omit<WheelInput, "format" | "version">): Wheel =>
  readWheel({ format: "tall-compass/wheel", version: 1, ...wheel });
