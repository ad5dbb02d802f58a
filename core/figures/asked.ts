import type { Figure } from "./figure";
import type { Figures } from "./newest";
import { presets, UNTIL_ASKED } from "./presets";

/** Those of a list that are asked of this wheel: some hang on what another was answered. */
export const askedOf = (list: readonly Figure[], figures: Figures): Figure[] => {
  const standIn = presets(figures);
  return list.filter((f) => {
    if (!f.onlyIf || figures[f.name] !== undefined) return true;
    const { figure, is } = f.onlyIf;
    return is.includes(String(figures[figure] ?? standIn[figure] ?? UNTIL_ASKED[figure]));
  });
};
