import type { Reading } from "./reading";

/** Something read, whatever it was read with, before it has an id: what every source of readings gives. */
export type Taking = Omit<Reading, "id" | "doubtful" | "who" | "at"> & { readonly doubtful?: boolean };

/** With an id of its own, and who read it, it is a reading. */
export const readingOf = (taking: Taking, who: string): Reading => ({
  doubtful: false,
  ...taking,
  typed: taking.typed.slice(0, 60),
  id: crypto.randomUUID(),
  who,
  at: new Date().toISOString(),
});
