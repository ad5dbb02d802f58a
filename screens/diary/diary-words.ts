/** The day so many days after another. */
export const dayOf = (today: string, offset: number): Date =>
  new Date(Date.parse(`${today}T12:00:00Z`) + offset * 86_400_000);
/** `9:30`. */
export const clock = (exact: number) => {
  // Rounded first: there are no sixty minutes past an hour.
  const minutes = Math.round(exact);
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;
};
