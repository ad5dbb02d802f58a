/**
 * When something is, that comes after another of its kind: now, and never before it. The clock of a machine may be set
 * back; what came last is the newest all the same.
 */
export const after = (last: Date | null): Date =>
  new Date(Math.max(Date.now(), last === null ? 0 : last.getTime() + 1));
