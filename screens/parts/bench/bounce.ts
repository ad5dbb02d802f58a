/** ms within which a second press is the same press: a greasy finger taps twice, a worn key strikes twice. */
const BOUNCE_MS = { tap: 250, key: 80 };

/** What the one hand there is pressed last, whatever is asked since. */
let last = { what: "", at: Number.NEGATIVE_INFINITY };

/**
 * Whether the same was pressed only just before, and nothing was typed since.
 *
 * @param by a finger, or a key of the keyboard
 * @param at ms, when it was pressed: a page that is busy hears of it later
 */
export const bounced = (what: string, by: keyof typeof BOUNCE_MS, at: number): boolean => {
  const again = last.what === what && at - last.at < BOUNCE_MS[by];
  last = { what, at };
  return again;
};

/** Something was typed: the same key pressed next is meant. */
export const typedSince = (): void => {
  last = { what: "", at: Number.NEGATIVE_INFINITY };
};
