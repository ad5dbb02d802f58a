/** A customer who was here before. */
export interface KnownCustomer {
  readonly id: string;
  readonly name: string;
  readonly telephone: string;
  readonly wheels: number;
}

/** An earlier wheel of the same machine, whose figures can be carried over. */
export interface EarlierWheel {
  readonly jobId: string;
  readonly mark: string;
  readonly place: string;
  /** `2026-11-23`. */
  readonly day: string;
  /** The very same wheel, on an earlier visit. */
  readonly same: boolean;
  readonly figures: number;
}
