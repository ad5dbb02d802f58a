/** How a stand-in's gauge writes what it shows: a letter for which it is, a sign, the figure, and the end of a line. */
export const gaugeLine = (mm: number, letter = "A"): string =>
  `${letter}${mm < 0 ? "-" : "+"}${Math.abs(mm).toFixed(2).padStart(6, "0")}\r\n`;
