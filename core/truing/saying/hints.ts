import { totalBesideSeam } from "../../runout/beside-seam";
import { drawnAbout } from "../../runout/drawn";
import { totalReading } from "../../runout/runout";
import { towards } from "../../wheel/side-names";
import type { Advice } from "./advice";
import { turnsText, turnWords } from "./turn-words";

type Line = readonly (number | null)[];

/** Part of the nipples from which a plan is one of bringing the wheel up. */
const MOST = 0.75;

/** The rim's own line: no spoke moves a weld. */
const besideWeld = (line: Line): Line => {
  const total = totalBesideSeam(line);
  return line.map((v, i) => (total?.at.includes(i) ? null : v));
};
/** The place farthest from the middle of a line, and how far it stands off, mm. */
const farthest = (line: Line): { readonly spoke: number; readonly by: number } => {
  const middle = drawnAbout(line);
  return line.reduce<{ spoke: number; by: number }>(
    (worst, v, i) =>
      v !== null && Math.abs(v - middle) > Math.abs(worst.by) ? { spoke: i + 1, by: v - middle } : worst,
    { spoke: 1, by: 0 },
  );
};

/**
 * What somebody who learns may ask for before his own plan stands, each hint saying a little more than the one before:
 * where to look, which way to turn there, how much the advice turns, and where most. Sides stand as {A} and {B}.
 */
export const hintsOf = (
  advice: Pick<Advice, "turns" | "verdict">,
  read: { readonly lateral: Line; readonly radial: Line },
): string[] => {
  const { turns } = advice;
  const touched = turns.filter((t) => t !== 0);
  if (touched.length === 0)
    return [
      advice.verdict === "destress"
        ? "Squeeze the pairs before anything is turned."
        : advice.verdict === "rim"
          ? "Look at the rim itself: what is left is its own bend."
          : "Nothing here is worth turning.",
    ];
  const most = turns.reduce((best, t, i) => (Math.abs(t) > Math.abs(turns[best]) ? i : best), 0);
  const howMuch = `The advice turns ${touched.length} nipples, none by more than ${turnsText(turns[most])}.`;
  const where = `Most at ${most + 1}: ${turnWords(turns[most])}.`;
  if (turns.filter((t) => t > 0).length >= MOST * turns.length)
    return [
      "Before it is trued it wants tension: the spokes pull too little to hold the rim anywhere.",
      "Every nipple tighter by about the same, and only where the rim stands off a little more or less.",
      howMuch,
      where,
    ];
  const [lateral, radial] = [besideWeld(read.lateral), besideWeld(read.radial)];
  const [side, hop] = [farthest(lateral), farthest(radial)];
  const sideways = totalReading(lateral) >= totalReading(radial);
  const { spoke, by } = sideways ? side : hop;
  const off = Math.abs(by).toFixed(2);
  return [
    sideways
      ? `Look at ${spoke}: the rim stands ${off} mm towards the ${towards(by)} there.`
      : `Look at ${spoke}: the rim stands ${off} mm ${by > 0 ? "high" : "low"} there.`,
    sideways
      ? `About ${spoke} the ${towards(-by)}’s spokes tighter and the ${towards(by)}’s slacker, by the same in all: it moves over and the hop stays.`
      : `About ${spoke} spokes of both sides ${by > 0 ? "tighter: that draws the rim in" : "slacker: that lets it out"}.`,
    howMuch,
    where,
  ];
};
