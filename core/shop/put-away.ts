/** What erasing a job would take for good. */
export interface PutAway {
  readonly id: string;
  readonly mark: string;
  readonly machine: string;
  readonly customer: string;
  /** `2026-11-23`. */
  readonly since: string;
  readonly figures: number;
  readonly readings: number;
  readonly photos: number;
}
