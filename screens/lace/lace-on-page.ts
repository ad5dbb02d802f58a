import type { Figures } from "@/core/figures/newest";
import type { LacingOrder } from "@/core/lacing/orders";
import type { LacingStep } from "@/core/lacing/steps";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { JobOnPage } from "../parts/kept/use-job";
import type { SpokeDrawer } from "./broken-view";

/** What lacing shows of a job, as it comes with the page. */
export interface LaceOnPage extends JobOnPage {
  readonly figures: Figures;
  readonly wheel: Wheel;
  readonly offered: readonly { readonly order: LacingOrder; readonly why: string }[];
  readonly order: LacingOrder;
  readonly steps: readonly LacingStep[];
  readonly drawers: readonly SpokeDrawer[];
}
