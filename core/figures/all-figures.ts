import { CONDITION_FIGURES, KIND_FIGURES, LOST_FIGURES, STRIP_STARTED } from "./book-in";
import type { Figure } from "./figure";
import { HUB_FIGURES } from "./hub";
import { OFFSET_FIGURES } from "./offset";
import { PLATE_FIGURE, RIM_FIGURES } from "./rim";
import {
  BREAK_FIGURES,
  LACING_FIGURES,
  ORDER_FIGURES,
  PREPARE_FIGURES,
  SEEN_FIGURE,
  SKIP_FIGURES,
  SPOKE_FIGURES,
  THREAD_FIGURES,
} from "./spokes";
import { TENSION_FIGURES } from "./tension";
import { TRUING_FIGURES } from "./truing";

/** How many steps of the lacing walk are behind; kept so that it finds its place again. */
const LACED_SO_FAR: Figure = {
  name: "lace.last",
  label: "spokes laced",
  how: "counted by the walk",
  kind: "count",
  picture: "count",
};

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
    ...ORDER_FIGURES,
    ...SKIP_FIGURES,
    ...PREPARE_FIGURES,
    ...LACING_FIGURES,
    ...BREAK_FIGURES,
    ...TENSION_FIGURES,
    ...TRUING_FIGURES,
    SEEN_FIGURE,
    LACED_SO_FAR,
  ].map((f) => [f.name, f]),
);
