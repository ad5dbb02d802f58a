/** Somebody changed the record since this copy of it was read. Both versions, so that a person can choose. */
export class StaleCopy extends Error {
  constructor(
    readonly stored: unknown,
    readonly given: unknown,
  ) {
    super("This was changed elsewhere since you opened it. Both versions are shown; choose which to keep.");
    this.name = "StaleCopy";
  }
}
