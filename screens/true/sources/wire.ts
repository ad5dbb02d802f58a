/** Whether lines of a gauge can come. */
export type WireState =
  | { readonly state: "none" }
  | { readonly state: "open" }
  /** Why nothing comes. */
  | { readonly state: "lost"; readonly message: string };

/** @param at ms, on the clock of whoever heard it */
export type TakeLine = (text: string, at: number) => void;

/** What a gauge's lines come over: this device's own cable, or one of the shop's machine. */
export interface Wire {
  readonly now: () => WireState;
  /** @returns ends it */
  readonly onChange: (listener: () => void) => () => void;
  /** Takes every line from now on. @returns ends it */
  readonly want: (take: TakeLine) => () => void;
}
