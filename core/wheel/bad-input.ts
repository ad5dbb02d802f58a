/** Input that cannot be used: where it stands, and in words what was given and what would do. */
export class BadInput extends Error {
  constructor(
    /** Dotted path of the field, `rim.holes`; empty for the document as a whole. */
    readonly path: string,
    message: string,
  ) {
    super(message);
    this.name = "BadInput";
  }
}
