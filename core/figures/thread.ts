import { type Figure, takenIn } from "./figure";

/** How the new spokes are held: thread and nipple. */
export const THREAD_FIGURES: readonly Figure[] = takenIn("spokes", [
  {
    name: "spoke.threadLength",
    label: "thread on the spoke",
    how: "from the end to where the thread stops",
    kind: "length",
    picture: "old-spoke",
    likely: [6, 25],
  },
  {
    name: "nipple.thread",
    label: "thread in the nipple",
    how: "from the bottom of the slot to where the thread begins at the tail",
    kind: "length",
    picture: "nipple",
    likely: [5, 20],
  },
  {
    name: "nipple.slotDepth",
    label: "slot depth",
    how: "from the top of the nipple's head down to the slot's bottom",
    kind: "length",
    picture: "nipple",
    likely: [0, 4],
  },
]);

/** How a spoke may leave its hole. */
export const SEAT_FIGURES: readonly Figure[] = takenIn("spokes", [
  {
    name: "nipple.seat",
    label: "nipple's seat",
    how: "a round head turns in its dimple, a plain one does not",
    kind: "choice",
    picture: "nipple",
    choices: [
      { value: "ball", label: "ball" },
      { value: "plain", label: "plain" },
    ],
  },
  {
    name: "nipple.limit",
    label: "most the spoke may stand off its hole",
    how: "degrees; 7 to 8 for a ball seat, less for a plain one",
    kind: "angle",
    picture: "nipple",
    likely: [1, 15],
  },
  {
    name: "rim.drilling",
    label: "rim holes drilled",
    how: "punched at the spoke's angle as on most motorcycle rims, or straight at the axle",
    kind: "choice",
    picture: "hole-offset",
    choices: [
      { value: "laced", label: "at the spoke's angle" },
      { value: "radial", label: "straight at the axle" },
    ],
  },
]);
