/** What every page shows of the shop as a whole, whatever job it is about. */
export interface Standing {
  /** Changed when another shop was put in this one's place. */
  readonly era: string;
  /** Why nothing is written now; null while all is as ever. */
  readonly held: string | null;
  /** What to say of the disk; null while there is plenty of it. */
  readonly room: string | null;
}
