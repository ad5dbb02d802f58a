/** The record has it. */
interface TakenIn<T> {
  readonly state: "taken";
  readonly value: T;
}
/** The record will not have it. `field` names what is wrong, where it is one field; `stored` is what stands there. */
interface Refused {
  readonly state: "refused";
  readonly field: string | null;
  readonly message: string;
  readonly stored?: unknown;
  /** It is a question: told once more it is meant. */
  readonly asks?: boolean;
  /** It is not for whoever is at this device now to send. */
  readonly forbidden?: boolean;
}

/**
 * What became of something entered; nothing else ever does. Kept: the record did not answer; it is kept here, counts as
 * entered, and goes as soon as the record answers.
 */
export type Sent<T = unknown> = TakenIn<T> | Refused | { readonly state: "kept" };

/** What became of a change that only makes sense at once, with its answer: away, and nothing is changed or kept. */
export type Changed<T = unknown> = TakenIn<T> | Refused | { readonly state: "away"; readonly answered: boolean };

/** What is said of a change that was not made. */
export const AWAY = "The record cannot be reached; nothing was changed. Try again in a moment.";
/** Of a change whose answer never came: it may have come in all the same. */
export const UNKNOWN = "The record did not answer. Look whether it was done before you do it again.";

/**
 * What to say of what became of it; null where there is nothing to say. What is kept counts as entered, and that it waits
 * is said as long as it does, at the top of every page (kept-note.tsx): said here it would stand when it went long ago.
 *
 * @param done said of what the record has
 */
export const saidOf = (sent: Sent | Changed, done: string | null = null): string | null => {
  if (sent.state === "taken") return done;
  if (sent.state === "kept") return null;
  if (sent.state === "refused") return sent.message;
  return sent.answered ? AWAY : UNKNOWN;
};
