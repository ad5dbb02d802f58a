/** What taking a job's archive in would do. */
export interface ArchivePreview {
  readonly mark: string;
  /** The mark it would have here; another where one of this shop's wheels has its own. */
  readonly markHere: string;
  readonly customer: string;
  readonly rows: Readonly<Record<string, number>>;
  /** Rows that are here already and would be left as they are. */
  readonly held: number;
  readonly photos: number;
}
