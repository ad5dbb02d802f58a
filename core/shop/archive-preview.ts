/** What taking a job's archive in would do. */
export interface ArchivePreview {
  readonly mark: string;
  readonly customer: string;
  readonly rows: Readonly<Record<string, number>>;
  /** Rows that are here already and would be left as they are. */
  readonly held: number;
  readonly photos: number;
}
