const SIXTEENTHS: Record<number, string> = {
  0: "",
  2: "1/8",
  4: "1/4",
  6: "3/8",
  8: "1/2",
  10: "5/8",
  12: "3/4",
  14: "7/8",
};

/** `1/4`, `1 1/8`, `3/16`; turns that are no whole sixteenth as a decimal. */
export const turnsText = (turns: number): string => {
  const size = Math.abs(turns);
  const sixteenths = size * 16;
  if (Math.abs(sixteenths - Math.round(sixteenths)) > 1e-6) return size.toFixed(3);
  const whole = Math.floor(size + 1e-9);
  const rest = Math.round(sixteenths) - whole * 16;
  const part = SIXTEENTHS[rest] ?? `${rest}/16`;
  return [whole > 0 ? String(whole) : "", part].filter(Boolean).join(" ") || "0";
};

/** Which way a nipple is turned. */
export const wayOf = (turns: number): string => (turns > 0 ? "tighter" : turns < 0 ? "slacker" : "as it is");

/** `1/4 tighter`. */
export const turnWords = (turns: number): string =>
  turns === 0 ? wayOf(turns) : `${turnsText(turns)} ${wayOf(turns)}`;

/** `12 to 16`, `39 to 3`, `7`. */
export const stretchWords = (spokes: readonly number[]): string =>
  spokes.length === 1 ? String(spokes[0]) : `${spokes[0]} to ${spokes[spokes.length - 1]}`;
