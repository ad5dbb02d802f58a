/** Somebody changed the record since this copy of it was read. Both versions, so that a person can choose. */
export class StaleCopy extends Error {
  constructor(
    readonly stored: unknown,
    readonly given: unknown,
    message = "This was changed elsewhere since you opened it. Both versions are shown; choose which to keep.",
    /** What was changed elsewhere: a line, or the copy as a whole. */
    readonly path = "version",
  ) {
    super(message);
    this.name = "StaleCopy";
  }
}
