import { towards } from "../../wheel/side-names";
import type { Bend } from "../knowing/bend";
import type { Reason, ReasonCode, ReasonFigures } from "./reason";
import { stretchWords, turnWords } from "./turn-words";

type Words = {
  readonly [C in ReasonCode]: (figures: ReasonFigures[C], spokes: readonly number[]) => string;
};

const mm = (x: number): string => x.toFixed(2);
const percent = (part: number): number => Math.round(100 * part);
/** mm between which a figure lies with 95 in 100. */
const between = (size: number, sigma: number): string =>
  `${Math.max(0, size - 2 * sigma).toFixed(1)} to ${(size + 2 * sigma).toFixed(1)}`;
const DIAL = { lateral: "side to side", radial: "hop" } as const;

/** mm a stretch must move the rim by before it is said. */
const TELL = 0.03;

const bent = (bend: Bend): string => {
  const size = Math.abs(bend.height);
  const how =
    bend.what === "lateral"
      ? `${size.toFixed(1)} mm to the ${towards(bend.height)}`
      : `${size.toFixed(1)} mm ${bend.height > 0 ? "high" : "low"}`;
  return `without its spokes it would still stand ${how} there, most at ${bend.peak} (${between(size, bend.sigma)} mm)`;
};

const stretch = ({ side, hop, net }: ReasonFigures["turn"], spokes: readonly number[]): string => {
  const where = spokes.length === 1 ? `at ${spokes[0]}` : `between ${spokes[0]} and ${spokes.at(-1)}`;
  const parts: string[] = [];
  if (Math.abs(side) >= TELL)
    parts.push(`pulls the rim ${mm(Math.abs(side))} mm towards the ${towards(side)} ${where}`);
  if (Math.abs(hop) >= TELL)
    parts.push(
      `${hop > 0 ? "lets the rim out" : "draws the rim in"} ${mm(Math.abs(hop))} mm ${parts.length ? "there" : where}`,
    );
  else if (Math.abs(net) < 0.13 && spokes.length > 1) parts.push("about as much off as on, so the hop stays");
  if (parts.length > 0) return parts.join("; ");
  if (net > 0.1) return `brings up the tension ${where}`;
  return net < -0.1 ? `takes off tension ${where}` : `evens the tension ${where}`;
};

const leftOut = (what: "lateral" | "radial", spokes: readonly number[]): string =>
  `at ${spokes.join(", ")} (${DIAL[what]}): left out, do not chase it.`;

const WORDS: Words = {
  done: ({ lateral, radial, wanted, tensionAssumed }) =>
    `Side to side ${mm(lateral)} and hop ${mm(radial)} are inside ${wanted.lateral} and ${wanted.radial} mm: leave it. De-stress, read again, and it is finished when nothing moved.${
      tensionAssumed
        ? " True is not tight: no tension was read, so pluck or gauge a few, or squeeze every pair, before it leaves."
        : ""
    }`,
  destress: ({ turned }) =>
    turned
      ? "The spokes still hold twist from the last turns: squeeze pairs all round, then read again before turning anything."
      : "Nothing is worth turning on these readings: squeeze pairs all round and read again; what is left may be the readings themselves.",
  fresh: ({ turns, likes, read }, [spoke]) =>
    `${spoke} is new, so nothing else is turned yet. ${
      read ? "From what was read of it" : "From just tight, with no play and no pull,"
    } it needs ${turnWords(turns)} or a little more: go on by sixteenths until it sounds or feels like ${likes.join(" and ")}, not past them. Then read again: what its neighbours need shows only then.`,
  rim: ({ lateral, radial, tensionSpread }) =>
    `This is the rim: with every spoke within ${percent(tensionSpread)} % of its side, ${mm(Math.max(lateral, radial))} mm is the best to be had (side to side ${mm(lateral)}, hop ${mm(radial)}). More would be bought with slack spokes beside tight ones.`,
  steps: ({ lateral, radial, wanted }) =>
    `Read twice and nothing moved: side to side ${mm(lateral)} and hop ${mm(radial)} against ${wanted.lateral} and ${wanted.radial} mm. No turn of a sixteenth brings it nearer: leave it so and say so, or true the rim itself at the press.`,
  straighten: (bend) => `Straighten the rim at ${stretchWords(bend.spokes)} first: ${bent(bend)}.`,
  scrap: (bend) =>
    `Scrap at this tolerance: the bare rim is bent at ${stretchWords(bend.spokes)}; ${bent(bend)}. A rim bent this far does not come back true.`,
  stage: ({ part }) =>
    `First round on this wheel: it aims at ${percent(part)} % of the tension, until one round has shown how this rim answers.`,
  turn: stretch,
  even: ({ now, after }) =>
    `Evens the spokes: the farthest from its side's mean goes from ${percent(now)} % to ${percent(after)} %.`,
  learnt: ({ answer, grip }) =>
    `Last round the rim moved ${percent(answer)} % of what an average rim would; this round reckons with that${
      grip < 0.9 ? `, and with ${percent(1 - grip)} % of each turn lost to twist` : ""
    }.`,
  offset: ({ now, after }) =>
    `The rim stands ${mm(Math.abs(now))} mm towards the ${towards(now)}; after this round ${mm(Math.abs(after))}.`,
  "tension-assumed": () =>
    "No tensions were read: they are reckoned from the turns made, starting from an even wheel, and on some wheels they stand half as high again, or more. Gauge or pluck a few before you tighten further.",
  seam: ({ what, height }, spokes) => `Weld or rust stands up ${mm(height)} mm ${leftOut(what, spokes)}`,
  outlier: ({ what }, spokes) => `A reading stands off its neighbours ${leftOut(what, spokes)}`,
  slack: (_, spokes) =>
    `Slack now: ${spokes.join(", ")}. How far they must turn before they pull is not known; read them again after this round.`,
  unread: ({ sure }, spokes) =>
    `Not every hole was read: between them the line is sure to about ${mm(sure)} mm. A reading at ${spokes[0]} would tell most.`,
};

/** Why, in a builder's words; sides stand as {A} and {B} until they get their names. */
export const reasonWords = <C extends ReasonCode>(reason: Extract<Reason, { code: C }>): string =>
  (WORDS[reason.code as C] as Words[C])(reason.figures as ReasonFigures[C], reason.spokes);
