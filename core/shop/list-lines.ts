/** A wheel and whose it is. */
export interface CustomerLine {
  readonly customer: string;
  readonly telephone: string;
  readonly mark: string;
  readonly machine: string;
}

/** One thing read or turned; mm, N, Hz or a gauge's divisions, turns. Spoke 0 for the offset. */
export interface RoundLine {
  readonly round: number;
  readonly what: string;
  readonly spoke: number;
  readonly value: number;
  readonly takenAt: string;
}
