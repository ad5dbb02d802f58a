import { expect, test } from "vitest";
import type { Figures } from "../figures/newest";
import { buildFromFigures } from "../wheel/build";
import type { Wheel } from "../wheel/wheel-file";
import { staleOrder } from "./stale-order";

const made = (figures: Figures) => ({ wheel: buildFromFigures(figures, "").wheel as Wheel, figures });
const ORDERED = { "rim.holes": 36, "rim.insideDiameter": 592, "rim.reach": 5, "offset.wanted": 0 };

test("an order is stale only for what moves a spoke: said in mm and turns, with the line that changed", () => {
  expect(staleOrder(made(ORDERED), made(ORDERED), 0.635)).toBeNull();
  // Neither a note nor a first ERD of another way that does not count makes an order stale.
  expect(
    staleOrder(made(ORDERED), made({ ...ORDERED, "condition.rim": "watch", "drum.before": 0.1 }), 0.635),
  ).toBeNull();
  expect(staleOrder(made(ORDERED), made({ ...ORDERED, "rim.outsideDiameter": 640 }), 0.635)).toBeNull();
  const longer = staleOrder(made(ORDERED), made({ ...ORDERED, "rim.reach": 6 }), 0.635);
  expect(longer?.changed).toEqual([{ figure: "rim.reach", label: "nipple reach to slot", was: "5", is: "6" }]);
  expect(longer?.texts[0]).toMatch(/^ERD 602 → 604: the \{A\} spokes end 1\.0 mm short, 1\.[56] turns$/);
  // An offset makes one side long and the other short, and has nothing to do with the ERD.
  const moved = staleOrder(made(ORDERED), made({ ...ORDERED, "offset.wanted": 8 }), 0.635);
  expect(moved?.texts.map((t) => /^the \{(.)\}.*(long|short)/.exec(t)?.slice(1))).toEqual([
    ["A", "long"],
    ["B", "short"],
  ]);
});
