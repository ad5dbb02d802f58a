import type { DoneAct } from "../acts/act";

/** A sheet signed by who is learning: the wheel is handed back once a builder signed it too. */
export interface FirstSignature {
  readonly by: string;
  /** ISO 8601. */
  readonly at: string;
  /** Of the sheet as it was signed. */
  readonly mark: string;
}

/** The signature that waits for a builder's; null where none does. */
export const firstSignature = (acts: readonly DoneAct[]): FirstSignature | null => {
  const last = acts.findLast(({ act }) => act.what === "sheet-signed-first");
  return last?.act.what === "sheet-signed-first" && last.act.mark !== null
    ? { by: last.who, at: last.at, mark: last.act.mark }
    : null;
};

/** Who stands under a sheet that was signed by two. */
export const signedByBoth = (first: string, builder: string): string => `${first}, looked over by ${builder}`;
