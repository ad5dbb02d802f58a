import type { CommandName } from "./commands";

interface Told {
  readonly does: string;
  readonly takes: string;
  readonly gives: string;
  /** A line for a shell. */
  readonly example: string;
}

const WHEEL = "examples/full-width-40.wheel.json";

/** What each command is for, in the words of its help. */
export const TOLD: Readonly<Record<CommandName, Told>> = {
  spokes: {
    does: "Lengths of the spokes to order, kind by kind.",
    takes: "a wheel file (docs/formats/wheel.schema.json)",
    gives: "spokes, by kind: length, lengthAtTension, order, entryAngleDeg, headClearance; warnings",
    example: `wheel spokes ${WHEEL}`,
  },
  lace: {
    does: "Where every spoke goes, and in which order they go in.",
    takes: "a wheel file",
    gives: "spokes, by rim hole: hub hole, flange, head, lean, length; steps in words",
    example: `wheel lace ${WHEEL}`,
  },
  runout: {
    does: "What a dial's readings round a rim come to: total reading, mean, waves, weld.",
    takes: "lateral and radial, mm over each hole, null where nothing was read",
    gives: "lateral and radial: tir, mean, harmonics; the weld as seam",
    example: `echo '{"lateral":[0,0.2,0.1,-0.1],"radial":[0,0,0.1,0]}' | wheel runout`,
  },
  advise: {
    does: "Which nipples to turn and by how much, what comes of it, and when to stop.",
    takes: "a wheel, readings, tolerance, earlier rounds (docs/formats/advise.schema.json)",
    gives: "turns per spoke, forecast, verdict (turn, destress, done, rim), reasons, readNext",
    example: "wheel advise examples/round-2.advise.json",
  },
  tension: {
    does: "From a spoke's note to its tension, or back.",
    takes: "freeLength, diameter, and a frequency or a tension",
    gives: "tension, frequency, and both for a plain string",
    example: `echo '{"freeLength":168,"diameter":3.66,"frequency":817}' | wheel tension`,
  },
};

const pad = (text: string) => text.padEnd(9);

export const helpAll = (): string =>
  [
    "wheel: the sums of a spoked wheel, from one JSON document to another",
    "",
    "  wheel COMMAND [FILE]          one document from FILE, or from standard input",
    "  wheel COMMAND --lines [FILE]  one document a line, one answer a line",
    "  wheel COMMAND --help          what it takes and gives, with an example",
    "  wheel --version",
    "",
    ...Object.entries(TOLD).map(([name, { does }]) => `  ${pad(name)}${does}`),
    "",
    "mm, N, Hz, degrees clockwise from the valve seen from side A. Exit 0; 2 for bad input, with",
    '{"error":{"path","message"}} on standard error.',
    "",
  ].join("\n");

export const helpOf = (name: CommandName): string => {
  const { does, takes, gives, example } = TOLD[name];
  return [`wheel ${name}: ${does}`, "", `  takes    ${takes}`, `  gives    ${gives}`, `  example  ${example}`, ""].join(
    "\n",
  );
};
