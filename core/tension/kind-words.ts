import type { SoundKind } from "./sounding";

/** `head outside`, `head inside, 168 mm`: a kind of spoke within its flange. */
export const kindWords = ({ head, length, ofSeveral }: SoundKind): string =>
  `head ${head === "out" ? "outside" : "inside"}${ofSeveral ? `, ${length.toFixed(0)} mm` : ""}`;
