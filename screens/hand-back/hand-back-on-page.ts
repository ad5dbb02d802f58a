import type { FinishLine } from "@/core/finish/finish";
import type { FirstSignature } from "@/core/finish/first-signature";
import type { Sheet } from "@/core/sheet/sheet";
import type { JobOnPage } from "../parts/kept/use-job";

/** What handing back shows of a job. */
export interface HandBackOnPage extends JobOnPage {
  readonly wheelId: string;
  /** As it was handed over, else as it is. */
  readonly sheet: Sheet;
  /** As the record stands, and its mark: a signature goes under this one. */
  readonly now: Sheet;
  readonly mark: string;
  /** The record is no longer what was signed. */
  readonly changed: boolean;
  readonly lines: readonly FinishLine[];
  /** What who is learning signed and waits for a builder; `current` while the record still says it. */
  readonly first: (FirstSignature & { readonly current: boolean }) | null;
}
