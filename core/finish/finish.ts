import { DRUM_LIMIT } from "../hub/drum";
import type { Standing } from "../rounds/inside-tolerance";
import { totalFigure } from "../rounds/line-total";
import type { ThreadRoom } from "../spoke/thread-room";
import type { Settled } from "../truing/knowing/settled";

/** What the record says, as far as a finished wheel is concerned. */
export interface FinishRecord {
  readonly kind: string;
  readonly settled: readonly Settled[] | null;
  /** Run-out and offset against the tolerance. */
  readonly standing: Standing;
  /** Nipples were turned since the run-out was last read. */
  readonly turnedSince: boolean;
  readonly tolerance: {
    readonly lateral: number;
    readonly radial: number;
    readonly offset: number;
    readonly tensionSpread: number;
  };
  /** Farthest spoke from its own side's mean, fraction; null where fewer than half were read. */
  readonly spread: number | null;
  /** Spokes read as slack. */
  readonly slack: readonly number[];
  readonly tensionRead: number;
  /** Largest change of a spoke since it was de-stressed, fraction; null where it was not read twice. */
  readonly tensionMoved: number | null;
  /** The spoke nearest to an end of its thread; null where no order says how long the spokes are. */
  readonly thread: { readonly spoke: number; readonly room: ThreadRoom } | null;
  /** The spoke put in for a broken one, with its length; null where none was, or not yet. */
  readonly newSpoke: { readonly spoke: number; readonly length: number } | null;
  /** Agreed with the customer, and not ticked off yet. */
  readonly undone: readonly { readonly key: string; readonly label: string }[];
  readonly drum: { readonly before: number | null; readonly after: number | null };
  /** Parts judged to be scrap at booking in. */
  readonly scrap: readonly string[];
  /** Parts to be replaced, as marked at booking in, with the note made there. */
  readonly replace: readonly { readonly part: string; readonly note: string }[];
}

/** The line that asks whether a part was replaced. */
export const replacedKey = (part: string): string => `replaced.${part}`;

export type FinishState = "shown" | "against" | "ask";

/** One line of the finish: shown by the record, standing against the wheel, or only for eyes. */
export interface FinishLine {
  readonly key: string;
  readonly label: string;
  readonly state: FinishState;
  /** What the record says of it. */
  readonly text: string;
  /** Nothing is signed over it. */
  readonly stops: boolean;
  /** What eyes may find instead, that nothing is signed over; null for none. */
  readonly bad: string | null;
}

/** In order, no part of this job, not done because of something, or found to be as it must not be; `open` takes it back. */
export const FINISH_ANSWERS = ["seen", "not-part", "not-done", "bad", "open"] as const;

/** What the bench answered to a line. */
export interface FinishAnswer {
  readonly answer: Exclude<(typeof FINISH_ANSWERS)[number], "open">;
  readonly because: string;
}

interface Eyes {
  readonly key: string;
  readonly label: string;
  readonly text: string;
  readonly kinds: readonly string[];
  readonly bad?: string;
}

const ALL = ["rebuild", "broken-spoke", "true-only", "check-only"];
/** What only eyes and hands can tell (common practice). */
const EYES: readonly Eyes[] = [
  {
    key: "ends",
    label: "spoke ends below the bed, or filed",
    text: "run a finger round inside the rim",
    kinds: ["rebuild", "broken-spoke", "true-only"],
  },
  {
    key: "tape",
    label: "tape or band fitted",
    text: "over every nipple, the valve hole clear",
    kinds: ["rebuild", "broken-spoke"],
  },
  {
    key: "bearings",
    label: "bearings and the spacer between them in",
    text: "spun by the finger: quiet, no play",
    kinds: ["rebuild"],
  },
  {
    key: "sides",
    label: "brake and chain side clear",
    text: "turned in the machine or against the backplate",
    kinds: ALL,
  },
  {
    key: "valve",
    label: "valve straight",
    text: "the pump gets in between its two spokes",
    kinds: ["rebuild", "broken-spoke"],
  },
  {
    key: "cracks",
    label: "no cracks at hub, rim or spoke holes",
    text: "cracked, pulled or worn oval is scrap, not trued",
    kinds: ALL,
    bad: "cracked or pulled",
  },
];

const mm = (x: number) => x.toFixed(2);
const LINES = { lateral: "side to side", radial: "hop" } as const;

/** What was read of it against what is allowed, and what was not read round the whole wheel. */
const standingWords = ({ standing, tolerance, turnedSince }: FinishRecord): string => {
  if (turnedSince) return "nipples were turned since the run-out was last read: read it once more";
  const { lateral, radial, offset, missing } = standing;
  const read = [
    lateral && `side to side ${totalFigure(lateral)} of ${tolerance.lateral} mm`,
    radial && `hop ${totalFigure(radial)} of ${tolerance.radial} mm`,
    offset !== null && `offset ${mm(Math.abs(offset))} of ${tolerance.offset} mm`,
  ].filter(Boolean);
  if (read.length === 0) return "run-out was not read";
  const lacking = missing.length > 0 ? `; ${missing.map((what) => LINES[what]).join(" and ")} not read all round` : "";
  return `${read.join(", ")}${lacking}`;
};

/** How the spoke nearest to an end of its thread sits; of a broken one, how the new one does. */
const threadWords = ({ thread, newSpoke }: FinishRecord): string => {
  const put = newSpoke && `${newSpoke.spoke}, the new one, is ${newSpoke.length.toFixed(1)} mm`;
  if (thread) return put ? `${put}: ${thread.room.text}` : `${thread.spoke}: ${thread.room.text}; the others have more`;
  return put
    ? `${put}; how long it ought to be was not measured: look at its slot`
    : "how long the spokes are is not recorded: look at each slot";
};

/** The lines of this kind of job, in the order they are looked at. */
export const finishLines = (r: FinishRecord): FinishLine[] => {
  const lines: FinishLine[] = [];
  const add = (
    key: string,
    label: string,
    state: FinishState,
    text: string,
    over: { readonly stops?: boolean; readonly bad?: string | null } = {},
  ) => lines.push({ key, label, state, text, stops: false, bad: null, ...over });
  const { standing, tolerance } = r;
  add(
    "true",
    "inside the tolerance",
    ({ inside: "shown", outside: "against", unread: "ask" } as const)[standing.state],
    standingWords(r),
  );
  if (r.spread !== null)
    add(
      "even",
      "spokes even",
      r.spread <= tolerance.tensionSpread ? "shown" : "against",
      `the farthest is ${(100 * r.spread).toFixed(0)} % from its side's mean, ${(100 * tolerance.tensionSpread).toFixed(0)} allowed`,
    );
  if (r.kind !== "check-only") {
    const moved = r.settled ? Math.max(...r.settled.map((s) => s.moved)) : null;
    const holds = r.settled?.every((s) => s.holds) ?? false;
    const tension = r.tensionMoved === null ? "" : `, tension within ${(100 * r.tensionMoved).toFixed(0)} %`;
    add(
      "settled",
      "settled after de-stressing",
      r.settled === null ? "ask" : holds && (r.tensionMoved ?? 0) <= 0.03 ? "shown" : "against",
      moved === null
        ? "not read again after de-stressing: squeeze pairs, read the same eight places, or feel every pair"
        : `${Math.min(...(r.settled ?? []).map((s) => s.places))} places read again, most moved ${mm(moved)} mm${tension}`,
    );
  }
  add(
    "slack",
    "no spoke slack",
    r.slack.length > 0 ? "against" : r.tensionRead > 0 ? "shown" : "ask",
    r.slack.length > 0
      ? `slack: ${r.slack.join(", ")}`
      : r.tensionRead > 0
        ? `${r.tensionRead} spokes read, none slack`
        : "no tension was read: squeeze every pair",
    r.slack.length > 0 ? { stops: true } : r.tensionRead > 0 ? {} : { bad: "one is slack" },
  );
  if (r.kind === "rebuild" || r.kind === "broken-spoke")
    add(
      "thread",
      "every nipple inside its thread",
      r.thread === null ? "ask" : Math.min(r.thread.room.turnsUp, r.thread.room.turnsDown) >= 0 ? "shown" : "against",
      threadWords(r),
    );
  if (r.kind === "rebuild")
    add(
      "drum",
      "drum round after tensioning",
      r.drum.after === null ? "ask" : r.drum.after <= DRUM_LIMIT ? "shown" : "against",
      r.drum.after === null
        ? "not read again; a laced drum goes out of round with its spokes"
        : `${mm(r.drum.after)} mm${r.drum.before === null ? "" : `, ${mm(r.drum.before)} before`}`,
    );
  for (const part of r.scrap)
    add(
      `scrap.${part}`,
      `${part}: judged scrap at booking in`,
      "against",
      "replace it and mark it so at booking in, or take the judgement back",
      { stops: true },
    );
  for (const { part, note } of r.replace)
    add(replacedKey(part), `${part} replaced`, "ask", `marked so at booking in${note ? `: ${note}` : ""}`);
  for (const { key, label } of r.undone)
    add(`agreed.${key}`, `${label}: agreed, done`, "ask", "on the list of work, not ticked off");
  for (const e of EYES)
    if (e.kinds.includes(r.kind)) add(`eyes.${e.key}`, e.label, "ask", e.text, { bad: e.bad ?? null });
  return lines;
};

/** Whether a line keeps the wheel here: the record stands against it, or eyes found what must not be. */
export const stopsSigning = (line: FinishLine, answer: FinishAnswer | undefined): boolean =>
  (line.stops && line.state === "against") || (line.bad !== null && answer?.answer === "bad");

/** What keeps a wheel from being signed: stops, and lines nobody answered. */
export const notFinished = (
  lines: readonly FinishLine[],
  answers: Readonly<Record<string, FinishAnswer>>,
): { readonly stops: readonly FinishLine[]; readonly open: readonly FinishLine[] } => {
  const stops = lines.filter((l) => stopsSigning(l, answers[l.key]));
  return { stops, open: lines.filter((l) => l.state !== "shown" && !answers[l.key] && !stops.includes(l)) };
};

/** What prints on the sheet: everything that was not done, and not part of the job. */
export const finishNotes = (lines: readonly FinishLine[], answers: Readonly<Record<string, FinishAnswer>>): string[] =>
  lines.flatMap((l) => {
    const a = answers[l.key];
    if (!a || a.answer === "bad") return [];
    const said = `${l.label[0].toUpperCase()}${l.label.slice(1)}`;
    // Taken as it stands although the record is against it: the paper says so beside the figure.
    if (a.answer === "seen") return l.state === "against" ? [`${said}: not so, and accepted: ${l.text}.`] : [];
    return a.answer === "not-part"
      ? [`${said}: not part of this job.`]
      : [`${said}: not done${a.because ? `, because ${a.because}` : ""}.`];
  });
