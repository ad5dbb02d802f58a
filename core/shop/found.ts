/** What a search finds: a wheel's job, and how to call it. */
export interface Found {
  readonly jobId: string;
  readonly wheelId: string;
  readonly mark: string;
  readonly machine: string;
  readonly customer: string;
  readonly finished: boolean;
  readonly putAway: boolean;
}
