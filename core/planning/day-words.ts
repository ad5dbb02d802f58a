// Made once: making one takes longer than the words of a whole list.
const NUMBERED = new Intl.DateTimeFormat("en-GB", {
  ...{ weekday: "short", day: "numeric", month: "short", timeZone: "UTC" },
});
const NAMED = new Intl.DateTimeFormat("en-GB", { weekday: "short", timeZone: "UTC" });

/** A day written as 2026-12-04, at its noon. */
export const noonOf = (day: string): Date => new Date(`${day}T12:00:00Z`);

/** `Fri 4 Dec`; of UTC's day. */
export const dayWords = (date: Date): string => NUMBERED.format(date);

/** `Fri`; of UTC's day. */
export const weekdayOf = (date: Date): string => NAMED.format(date);
