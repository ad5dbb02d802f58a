/** A figure of a gauge that sends by itself while the wheel turns under it. */
export interface Heard {
  /** ms, on whatever clock; it grows. */
  readonly at: number;
  /** mm, + as the gauge's plus lies. */
  readonly mm: number;
}

/** The valve, or a mark at it, under the gauge. */
export interface Passage {
  /** ms, on the clock of what was heard. */
  readonly at: number;
  /** 1 σ, ms: a tap is late or early, a strip is seen between two figures. */
  readonly sure: number;
}
