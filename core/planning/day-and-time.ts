/** Moments as they stood on the shop's own clock, to the minute and in their order: 2026-05-04 09:30. @param zone IANA */
export const dayAndTimeIn = (zone: string): ((at: string) => string) => {
  // Swedish writes a date as ISO 8601 does.
  const words = new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short", timeStyle: "short" });
  return (at) => words.format(new Date(at));
};
