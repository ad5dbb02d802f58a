/** What is wrong with an input, as data; the sentence beside it says the same in words. */
export type Refusal =
  /** Nothing of that name is here. */
  | { readonly code: "not-there" }
  /** It rests on measurements that make no wheel yet. */
  | { readonly code: "not-measured" }
  | { readonly code: "missing" }
  /** No number, no date, no JSON, no picture: not of its kind. */
  | { readonly code: "unreadable" }
  | { readonly code: "not-offered"; readonly given: string; readonly offered: readonly string[] }
  /** Ends that are null are open. */
  | {
      readonly code: "out-of-range";
      readonly given: number;
      readonly from: number | null;
      readonly to: number | null;
    }
  | { readonly code: "wrong-count"; readonly given: number; readonly wanted: number }
  /** Bytes or letters. */
  | { readonly code: "too-large"; readonly given: number | null; readonly most: number | null }
  /** A value that is not what its own figures come to. */
  | { readonly code: "does-not-follow"; readonly given: number; readonly comesTo: number }
  /** Possible by itself, not beside what else was told. */
  | { readonly code: "stands-against"; readonly what: string }
  /** What must be done or looked at first, by key. */
  | { readonly code: "not-finished"; readonly open: readonly string[] };

/** Input that cannot be used: where it stands, what is wrong with it, and in words what was given and what would do. */
export class BadInput extends Error {
  constructor(
    /** Dotted path of the field, `rim.holes`; empty for the document as a whole. */
    readonly path: string,
    message: string,
    readonly refusal: Refusal,
  ) {
    super(message);
    this.name = "BadInput";
  }

  /** As it goes out: a path, the sentence, and what it rests on. */
  get told(): { readonly path: string; readonly message: string; readonly refusal: Refusal } {
    return { path: this.path, message: this.message, refusal: this.refusal };
  }
}

/** @param what as it is called: “job”, “round” */
export const notThere = (what: string, path: string = what): BadInput =>
  new BadInput(path, `there is no such ${what}`, { code: "not-there" });

/** A wheel is asked for before its figures make one. */
export const notMeasured = (problem: { readonly name: string; readonly message: string } | null = null): BadInput =>
  new BadInput(problem?.name ?? "wheel", problem?.message ?? "the wheel is not measured yet", {
    code: "not-measured",
  });
