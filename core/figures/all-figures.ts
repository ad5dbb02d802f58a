import { CONDITION_FIGURES, KIND_FIGURES, LOST_FIGURES, STRIP_STARTED } from "./book-in";
import type { Figure } from "./figure";
import { HUB_FIGURES } from "./hub";
import { BREAK_FIGURES, LACING_FIGURES, PREPARE_FIGURES, SKIP_FIGURES } from "./lacing";
import { OFFSET_FIGURES } from "./offset";
import { DRILLING_FIGURES, ORDER_FIGURES } from "./order";
import { PLATE_FIGURE, RIM_FIGURES } from "./rim";
import { SPOKE_FIGURES } from "./spokes";
import { TENSION_FIGURES } from "./tension";
import { SEAT_FIGURES, THREAD_FIGURES } from "./thread";
import { TRUING_FIGURES } from "./truing";

/** Every figure by its name. */
export const FIGURES: Readonly<Record<string, Figure>> = Object.fromEntries(
  [
    ...LOST_FIGURES,
    ...KIND_FIGURES,
    ...CONDITION_FIGURES,
    STRIP_STARTED,
    ...RIM_FIGURES,
    PLATE_FIGURE,
    ...HUB_FIGURES,
    ...OFFSET_FIGURES,
    ...SPOKE_FIGURES,
    ...THREAD_FIGURES,
    ...SEAT_FIGURES,
    ...ORDER_FIGURES,
    ...DRILLING_FIGURES,
    ...SKIP_FIGURES,
    ...PREPARE_FIGURES,
    ...LACING_FIGURES,
    ...BREAK_FIGURES,
    ...TENSION_FIGURES,
    ...TRUING_FIGURES,
  ].map((f) => [f.name, f]),
);
