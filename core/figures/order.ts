import { type Figure, takenIn } from "./figure";

/** What is ordered, and from what can be had. */
export const ORDER_FIGURES: readonly Figure[] = takenIn("spokes", [
  {
    name: "spoke.material",
    label: "material",
    how: "what the new spokes are drawn from",
    kind: "choice",
    picture: "vernier",
    choices: [
      { value: "stainless", label: "stainless" },
      { value: "galvanised", label: "galvanised" },
      { value: "plated", label: "plated" },
      { value: "aluminium", label: "aluminium" },
    ],
  },
  {
    name: "spoke.butting",
    label: "butting",
    how: "one thickness throughout, thinner in the body, or flattened",
    kind: "choice",
    picture: "vernier",
    choices: [
      { value: "plain", label: "plain" },
      { value: "single", label: "single butted" },
      { value: "double", label: "double butted" },
      { value: "flattened", label: "flattened" },
    ],
  },
  {
    name: "spoke.head",
    label: "bend and head",
    how: "as the samples: angle of the bend, shape of the head",
    kind: "text",
    picture: "old-spoke",
    offered: ["95° bend, button head", "90° bend, button head", "straight, button head", "as sample"],
  },
  {
    name: "order.available",
    label: "lengths that can be had",
    how: "whole millimetres, every second one, or a list of your own",
    kind: "choice",
    picture: "count",
    choices: [
      { value: "1", label: "every mm" },
      { value: "2", label: "every 2 mm" },
      { value: "list", label: "a list" },
    ],
  },
  {
    name: "order.list",
    label: "lengths kept",
    how: "mm, with spaces between",
    kind: "text",
    picture: "count",
    onlyIf: { figure: "order.available", is: ["list"] },
  },
  {
    name: "order.rounding",
    label: "rounded",
    how: "never past the end of the thread, whichever way",
    kind: "choice",
    picture: "count",
    choices: [
      { value: "nearest", label: "to the nearest" },
      { value: "down", label: "down" },
      { value: "up", label: "up" },
    ],
  },
  {
    name: "order.spares",
    label: "spares of each",
    how: "one breaks in the lacing, one rides along",
    kind: "count",
    picture: "count",
    likely: [0, 6],
  },
  {
    name: "order.postDays",
    label: "days in the post",
    how: "from ordering to the bench",
    kind: "count",
    picture: "count",
    likely: [0, 40],
  },
]);

/** For the strip a blank rim is drilled by. */
export const DRILLING_FIGURES: readonly Figure[] = takenIn("spokes", [
  {
    name: "rim.tapeDiameter",
    label: "across the rim where the tape lies",
    how: "for a drilling strip: the diameter the strip is wrapped round",
    kind: "length",
    picture: "over-rim",
    likely: [300, 720],
  },
]);
