/** What of an address says where a part of a list begins, such as `?after=100`; anything else is the beginning. */
export const skippedOf = (told: string | readonly string[] | undefined): number =>
  typeof told === "string" && /^\d{1,6}$/.test(told) ? Number(told) : 0;
