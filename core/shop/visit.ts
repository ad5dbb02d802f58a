/** One visit of a wheel: how it came in, what was done, how it left. mm, N. */
export interface Visit {
  readonly jobId: string;
  readonly kind: string;
  readonly wanted: string;
  readonly opened: string;
  readonly finished: string | null;
  readonly signedBy: string | null;
  readonly recheckOn: string | null;
  readonly found: {
    readonly lateral: readonly (number | null)[];
    readonly radial: readonly (number | null)[];
    /** Side to side and hop beside the weld, mm, as they print; empty when nothing was read. */
    readonly tir: string;
  };
  readonly left: {
    readonly lateral: readonly (number | null)[];
    readonly radial: readonly (number | null)[];
    readonly tir: string;
  };
  readonly leftTension: readonly (number | null)[];
  readonly foundTension: readonly (number | null)[];
  readonly rounds: number;
  /** Rounds after which the spokes were squeezed or leant on. */
  readonly destressed: number;
  readonly nipplesTurned: number;
}

export interface WheelHistory {
  readonly wheelId: string;
  readonly mark: string;
  readonly machine: string;
  readonly customer: string;
  readonly customerId: string;
  readonly sideA: string;
  readonly sideB: string;
  readonly visits: readonly Visit[];
}
