import fc from "fast-check";

/**
 * Property tests try the same wheels every time, so that none passes or fails by luck. `PROPERTIES=any npx vitest run`
 * looks for others; a number in its place repeats what that found.
 */
const { PROPERTIES = "1" } = process.env;
fc.configureGlobal(PROPERTIES === "any" ? {} : { seed: Number(PROPERTIES) });
