/** Standard wire gauge to mm; BS 3737, from memory. */
export const SWG_MM: Readonly<Record<number, number>> = {
  8: 4.064,
  9: 3.658,
  10: 3.251,
  11: 2.946,
  12: 2.642,
  13: 2.337,
  14: 2.032,
  15: 1.829,
  16: 1.626,
};
