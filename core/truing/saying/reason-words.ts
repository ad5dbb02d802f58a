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

const GIVEN_FOR = { ...DIAL, evenness: "even spokes, which come first", tension: "tension" } as const;

/** mm a stretch must move the rim by before it is said. */
const TELL = 0.03;

const bent = (bend: Bend): string => {
  const size = Math.abs(bend.height);
  const how =
    bend.what === "lateral"
      ? `${size.toFixed(1)} mm to the ${towards(bend.height)}`
      : `${size.toFixed(1)} mm ${bend.height > 0 ? "high" : "low"}`;
  return `with no spokes in it the rim would still stand ${how} there, most at ${bend.peak} (${between(size, bend.sigma)} mm)`;
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
  `at ${spokes.join(", ")} (${DIAL[what]}). Left out: no spoke moves it, do not chase it.`;

const WORDS: Words = {
  done: ({ lateral, radial, wanted, tensionAssumed }) =>
    `Side to side ${mm(lateral)} and hop ${mm(radial)} are inside ${wanted.lateral} and ${wanted.radial} mm: leave it. De-stress, read again, and it is finished when nothing moved.${
      tensionAssumed
        ? " True is not tight: no tension was read, so pluck or gauge a few, or squeeze every pair, before it leaves."
        : ""
    }`,
  destress: ({ turned }) =>
    turned
      ? "The spokes are still twisted from the last turns. Squeeze pairs all round, then read again before you turn anything."
      : "No turn would make this better. Squeeze pairs all round and read once more: if it reads the same, it is done.",
  fresh: ({ turns, likes, read }, [spoke]) =>
    `${spoke} is new, so nothing else is turned yet. ${
      read ? "From what was read of it" : "From just tight, with no play and no pull,"
    } it needs ${turnWords(turns)} or a little more: go on by sixteenths until it sounds or feels like ${likes.join(" and ")}, not past them. Then read again: what its neighbours need shows only then.`,
  rim: ({ lateral, radial, tensionSpread }) =>
    `The rim is bent. With every spoke within ${percent(tensionSpread)} % of its side the best it can run is side to side ${mm(lateral)}, hop ${mm(radial)} mm. Truer than that would leave slack spokes beside tight ones.`,
  steps: ({ lateral, radial, wanted }) =>
    `Read twice and nothing moved: side to side ${mm(lateral)} and hop ${mm(radial)} against ${wanted.lateral} and ${wanted.radial} mm. A sixteenth of a turn is too coarse to better it. Leave it so and say so on the sheet, or straighten the rim itself at the press.`,
  straighten: (bend) => `Straighten the rim at ${stretchWords(bend.spokes)} first: ${bent(bend)}.`,
  scrap: (bend) =>
    `Scrap at this tolerance: the bare rim is bent at ${stretchWords(bend.spokes)}; ${bent(bend)}. A rim bent this far does not come back true.`,
  stage: ({ part }) =>
    `First round on this wheel, so it only goes to ${percent(part)} % of the tension: one round shows how this rim answers.`,
  turn: stretch,
  price: ({ what, now, after, for: gained }) =>
    `The ${DIAL[what]} goes from ${mm(now)} to ${mm(after)} mm: given for ${GIVEN_FOR[gained]}.`,
  even: ({ now, after }) =>
    `Evens the spokes: the farthest from its side's mean goes from ${percent(now)} % to ${percent(after)} %.`,
  learnt: ({ answer, grip }) =>
    `Last round this rim moved ${percent(answer)} % as far as an average one; this round allows for that${
      grip < 0.9 ? `, and for ${percent(1 - grip)} % of each turn going into twist` : ""
    }.`,
  offset: ({ now, after }) =>
    `The rim stands ${mm(Math.abs(now))} mm towards the ${towards(now)}; after this round ${mm(Math.abs(after))}.`,
  "tension-assumed": ({ tight }) =>
    // What was kept before this was asked says nothing of it.
    (tight ?? null) === null
      ? "No tension was read and nobody said how tight it is, so it is taken as up to tension. Just laced it would still be nearly slack, and stay so: squeeze a few pairs, and say how tight it feels."
      : `No tension was read, so it is guessed from ${percent(tight ?? 1)} % to begin with and the turns made. The spokes may be half as tight again as that. Pluck or gauge a few before you tighten any further.`,
  "answers-slack": () =>
    "What was turned did not move the rim as it moves on tight spokes. Some hang slack, or the dial was knocked: squeeze every pair before you turn on, bring up those that give, and say how tight the wheel is.",
  "tension-reckoned": ({ tight, apart }) =>
    `How even the spokes are was ${tight === null ? "heard" : "heard or felt"}${
      // What was kept before this was reckoned says nothing of it.
      apart === undefined ? "" : `: one may still stand ${percent(apart)} % off its side`
    }. How tight they are in all was not: it is reckoned ${
      tight === null ? "from their lowest notes" : `from ${percent(tight)} % to begin with`
    } and may be a third off: gauge one spoke of each kind before you tighten any further.`,
  seam: ({ what, height }, spokes) => `Weld or rust stands up ${mm(height)} mm ${leftOut(what, spokes)}`,
  outlier: ({ what }, spokes) => `A reading stands off its neighbours ${leftOut(what, spokes)}`,
  slack: (_, spokes) =>
    `Slack now: ${spokes.join(", ")}. Nobody can say how far they turn before they pull: read them again after this round.`,
  unread: ({ sure, changes }, spokes) =>
    `Not every place was read; between them the rim may be ${mm(sure)} mm off this line. ${
      changes
        ? `That may change what to turn: read ${[...spokes].sort((a, b) => a - b).join(", ")} too.`
        : `A reading at ${spokes[0]} would tell most, and change little.`
    }`,
};

/** Why, in a builder's words; sides stand as {A} and {B} until they get their names. */
export const reasonWords = <C extends ReasonCode>(reason: Extract<Reason, { code: C }>): string =>
  (WORDS[reason.code as C] as Words[C])(reason.figures as ReasonFigures[C], reason.spokes);
