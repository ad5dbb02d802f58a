import type { Influences, WheelGeometry } from "../../mechanics/elastic-wheel";
import { standingOf } from "../../rounds/inside-tolerance";
import { spreadOf } from "../../tension/spread";
import type { Side } from "../../wheel/wheel-file";
import type { AdviseInput } from "../advise-input";
import type { Bend } from "../knowing/bend";
import type { WheelState } from "../knowing/state";
import type { Outcome } from "../solving/aim";
import type { Advice, Reason } from "./advice";

/** What the two sides are called in texts; the caller replaces them with the names given at booking in. */
export const SIDE_WORD: Record<Side, string> = { A: "{A}", B: "{B}" };

/** Puts the sides' own names into a text of `explain`. */
export const withSideNames = (text: string, names: Record<Side, string>): string =>
  text.replaceAll("{A}", names.A).replaceAll("{B}", names.B);

const SIXTEENTHS: Record<number, string> = {
  0: "",
  2: "1/8",
  4: "1/4",
  6: "3/8",
  8: "1/2",
  10: "5/8",
  12: "3/4",
  14: "7/8",
};

/** `1/4`, `1 1/8`, `3/16`; turns that are no whole sixteenth as a decimal. */
export const turnsText = (turns: number): string => {
  const size = Math.abs(turns);
  const sixteenths = size * 16;
  if (Math.abs(sixteenths - Math.round(sixteenths)) > 1e-6) return size.toFixed(3);
  const whole = Math.floor(size + 1e-9);
  const rest = Math.round(sixteenths) - whole * 16;
  const part = SIXTEENTHS[rest] ?? `${rest}/16`;
  return [whole > 0 ? String(whole) : "", part].filter(Boolean).join(" ") || "0";
};

interface Scene {
  readonly input: AdviseInput;
  readonly geometry: WheelGeometry;
  readonly state: WheelState;
  readonly now: Outcome;
  readonly after: Outcome;
  readonly reachable: Outcome;
  readonly stage: number;
  readonly advice: Omit<Advice, "reasons" | "school">;
  readonly elastic: Influences;
}

/** Stretches of turned nipples, walked from the valve: a stretch ends where two neighbours in a row are left alone. */
const stretches = (turns: readonly number[]): number[][] => {
  const out: number[][] = [];
  let open: number[] = [];
  let idle = 0;
  turns.forEach((t, i) => {
    if (t !== 0) {
      open.push(i + 1);
      idle = 0;
      if (open.length >= 10) {
        out.push(open);
        open = [];
      }
    } else if (++idle >= 2 && open.length > 0) {
      out.push(open);
      open = [];
    }
  });
  if (open.length > 0) out.push(open);
  return out;
};

const stretchText = (scene: Scene, spokes: readonly number[]): string => {
  const { advice, now, after } = scene;
  const first = spokes[0];
  const last = spokes[spokes.length - 1];
  const where = first === last ? `at ${first}` : `between ${first} and ${last}`;
  const meanOf = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / x.length;
  const levelNow = meanOf(now.lateral);
  const levelAfter = meanOf(after.lateral);
  const roundNow = meanOf(now.radial);
  const roundAfter = meanOf(after.radial);
  let side = 0;
  let hop = 0;
  let net = 0;
  for (const s of spokes) {
    const l = after.lateral[s - 1] - levelAfter - (now.lateral[s - 1] - levelNow);
    const r = after.radial[s - 1] - roundAfter - (now.radial[s - 1] - roundNow);
    if (Math.abs(l) > Math.abs(side)) side = l;
    if (Math.abs(r) > Math.abs(hop)) hop = r;
    net += advice.turns[s - 1];
  }
  const parts: string[] = [];
  if (Math.abs(side) >= 0.03)
    parts.push(
      `pulls the rim ${Math.abs(side).toFixed(2)} mm towards the ${side > 0 ? SIDE_WORD.A : SIDE_WORD.B} ${where}`,
    );
  if (Math.abs(hop) >= 0.03)
    parts.push(
      `${hop > 0 ? "lets the rim out" : "draws the rim in"} ${Math.abs(hop).toFixed(2)} mm ${parts.length ? "there" : where}`,
    );
  else if (Math.abs(net) < 0.13 && spokes.length > 1) parts.push("about as much off as on, so the hop stays");
  if (parts.length === 0)
    parts.push(
      net > 0.1
        ? `brings up the tension ${where}`
        : net < -0.1
          ? `takes off tension ${where}`
          : `evens the tension ${where}`,
    );
  return parts.join("; ");
};

/** Part of a side's mean. */
const WORTH_SAYING = 0.03;

/** mm between which a figure lies with 95 in 100. */
const between = (size: number, sigma: number): string =>
  `${Math.max(0, size - 2 * sigma).toFixed(1)} to ${(size + 2 * sigma).toFixed(1)}`;

/** `12 to 16`, `39 to 3`, `7`. */
export const stretchWords = (spokes: readonly number[]): string =>
  spokes.length === 1 ? String(spokes[0]) : `${spokes[0]} to ${spokes[spokes.length - 1]}`;

const bendReason = (bend: Bend, scrap: boolean): Reason => {
  const size = Math.abs(bend.height);
  const how =
    bend.what === "lateral"
      ? `${size.toFixed(1)} mm to the ${bend.height > 0 ? SIDE_WORD.A : SIDE_WORD.B}`
      : `${size.toFixed(1)} mm ${bend.height > 0 ? "high" : "low"}`;
  const stands = `without its spokes it would still stand ${how} there, most at ${bend.peak} (${between(size, bend.sigma)} mm)`;
  return {
    code: scrap ? "scrap" : "straighten",
    spokes: bend.spokes,
    text: scrap
      ? `Scrap at this tolerance: the bare rim is bent at ${stretchWords(bend.spokes)}; ${stands}. A rim bent this far does not come back true.`
      : `Straighten the rim at ${stretchWords(bend.spokes)} first: ${stands}.`,
  };
};

/** Largest first, never more than one round. */
export const explain = (scene: Scene): Reason[] => {
  const { input, geometry, state, now, after, reachable, stage, advice } = scene;
  const reasons: Reason[] = [];
  const { verdict, turns } = advice;
  const mm = (x: number) => x.toFixed(2);
  const { tolerance } = input;
  if (verdict === "done") {
    const { lateral, radial } = standingOf(input.readings, tolerance);
    reasons.push({
      code: "done",
      spokes: [],
      text: `Side to side ${mm(lateral?.beside ?? 0)} and hop ${mm(radial?.beside ?? 0)} are inside ${tolerance.lateral} and ${tolerance.radial} mm: leave it. De-stress, read again, and it is finished when nothing moved.${state.tensionAssumed ? " True is not tight: no tension was read, so pluck or gauge a few, or squeeze every pair, before it leaves." : ""}`,
    });
  }
  if (verdict === "destress")
    reasons.push({
      code: "destress",
      spokes: [],
      text: input.history.at(-1)?.turns.some((t) => t !== 0)
        ? "The spokes still hold twist from the last turns: squeeze pairs all round, then read again before turning anything."
        : "Nothing is worth turning on these readings: squeeze pairs all round and read again; what is left may be the readings themselves.",
    });
  if (verdict === "rim")
    reasons.push({
      code: "rim",
      spokes: [],
      text: `This is the rim: with every spoke within ${Math.round(tolerance.tensionSpread * 100)} % of its side, ${mm(Math.max(reachable.lateralTir, reachable.radialTir))} mm is the best to be had (side to side ${mm(reachable.lateralTir)}, hop ${mm(reachable.radialTir)}). More would be bought with slack spokes beside tight ones.`,
    });
  if (advice.rim.bend) reasons.push(bendReason(advice.rim.bend, advice.rim.action === "scrap"));
  if (verdict !== "done" && stage < input.stage)
    reasons.push({
      code: "stage",
      spokes: [],
      text: `First round on this wheel: it aims at ${Math.round(stage * 100)} % of the tension, until one round has shown how this rim answers.`,
    });
  const groups = stretches(turns)
    .map((spokes) => ({ spokes, size: spokes.reduce((sum, s) => sum + Math.abs(turns[s - 1]), 0) }))
    .sort((a, b) => b.size - a.size);
  for (const { spokes } of groups) reasons.push({ code: "turn", spokes, text: stretchText(scene, spokes) });
  const spread = {
    now: state.tensionAssumed ? 0 : spreadOf(geometry.spokes, state.tension),
    after: advice.forecast.tensionSpread,
  };
  if (turns.some((t) => t !== 0) && spread.now - spread.after > WORTH_SAYING)
    reasons.push({
      code: "even",
      spokes: [],
      text: `Evens the spokes: the farthest from its side's mean goes from ${Math.round(100 * spread.now)} % to ${Math.round(100 * spread.after)} %.`,
    });
  if (advice.learnt.lastAnswer !== null)
    reasons.push({
      code: "learnt",
      spokes: [],
      text: `Last round the rim moved ${Math.round(advice.learnt.lastAnswer * 100)} % of what an average rim would; this round reckons with that${advice.learnt.grip < 0.9 ? `, and with ${Math.round((1 - advice.learnt.grip) * 100)} % of each turn lost to twist` : ""}.`,
    });
  if (Math.abs(now.offset) > 0.02 || Math.abs(after.offset) > 0.02)
    if (input.readings.offset !== undefined && input.readings.offset !== null)
      reasons.push({
        code: "offset",
        spokes: [],
        text: `The rim stands ${mm(Math.abs(now.offset))} mm towards the ${now.offset > 0 ? SIDE_WORD.A : SIDE_WORD.B}; after this round ${mm(Math.abs(after.offset))}.`,
      });
  if (state.tensionAssumed)
    reasons.push({
      code: "tension-assumed",
      spokes: [],
      text: "No tensions were read: they are reckoned from the turns made, starting from an even wheel, and on some wheels they stand half as high again, or more. Gauge or pluck a few before you tighten further.",
    });
  for (const [what, line] of [
    ["side to side", state.lateral],
    ["hop", state.radial],
  ] as const)
    if (line.masked.length > 0)
      reasons.push({
        code: line.seam ? "seam" : "outlier",
        spokes: line.masked.map((i) => i + 1),
        text: `${line.seam ? `Weld or rust stands up ${line.seam.height.toFixed(2)} mm` : "A reading stands off its neighbours"} at ${line.masked.map((i) => i + 1).join(", ")} (${what}): left out, do not chase it.`,
      });
  const slack = geometry.spokes.filter((_, i) => input.readings.tension?.[i] === 0).map((s) => s.spoke);
  if (slack.length > 0)
    reasons.push({
      code: "slack",
      spokes: slack,
      text: `Slack now: ${slack.join(", ")}. How far they must turn before they pull is not known; read them again after this round.`,
    });
  const unread = [input.readings.lateral, input.readings.radial].some((r) => r.some((v) => v === null));
  if (unread) {
    const sigma = state.lateral.sigma.map((s, i) => s + state.radial.sigma[i]);
    const most = sigma.reduce((best, s, i) => (s > sigma[best] ? i : best), 0);
    reasons.push({
      code: "unread",
      spokes: [most + 1],
      text: `Not every hole was read: between them the line is sure to about ${mm(Math.max(...state.lateral.sigma, ...state.radial.sigma))} mm. A reading at ${most + 1} would tell most.`,
    });
  }
  return reasons;
};
