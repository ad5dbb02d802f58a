/** Of the zone asked for last: a shop has one. */
let last: { readonly timeZone: string; readonly words: Intl.DateTimeFormat } | null = null;

/** The day it is at the shop: `2026-11-23`. At midnight of another place it may be the day before or after. */
export const todayIn = (timeZone: string, now = new Date()): string => {
  if (last?.timeZone !== timeZone) {
    const words = new Intl.DateTimeFormat("en-CA", { timeZone, year: "numeric", month: "2-digit", day: "2-digit" });
    last = { timeZone, words };
  }
  return last.words.format(now);
};
