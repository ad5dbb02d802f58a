import { BadInput } from "@/core/wheel/bad-input";

/** A code that lets nobody in. */
export const codeRefused = (): BadInput =>
  new BadInput("code", "that code is wrong, was used, or is too old; have a new one shown on a device that is in", {
    code: "not-there",
  });
