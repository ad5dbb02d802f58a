import { mkdirSync, writeFileSync } from "node:fs";
import { commands } from "@/cli/commands";
import { BadInput } from "@/core/wheel/bad-input";
import { readWheel, type WheelInput } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";

// `npm run examples`: one whole wheel as files, from its measured figures to the last reading; what a bench would have read
// comes off a simulated wheel. examples/README.md tells the story.

const HOLES = 40;
const FOLDER = "examples";

/** Figures as a bench measures them: examples/README.md has the sums by hand. */
const wheel: WheelInput = {
  format: "tall-compass/wheel",
  version: 1,
  name: "Full-width drum, 40 holes",
  rotation: "clockwise",
  rim: { holes: HOLES, erd: 440, firstHole: "A", holeOffset: 3, section: "steel", width: 55, drilling: "laced" },
  hub: {
    seat: "bent",
    A: { holes: 20, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
    B: { holes: 20, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
  },
  offset: 0,
  lacing: { A: { cross: 2 }, B: { cross: 2 }, trailingHeads: "out" },
  spoke: { diameter: 3.66, threadPitch: 0.635 },
  tension: { target: 2500 },
};

const hundredths = (list: readonly number[]): number[] => list.map((v) => Math.round(v * 100) / 100);
const round = (stand: StandInWheel) => {
  const each = [...Array(HOLES).keys()].map((i) => i + 1);
  return {
    lateral: hundredths(each.map((s) => stand.readLateral(s))),
    radial: hundredths(each.map((s) => stand.readRadial(s))),
    tension: each.map((s) => Math.round(stand.readTension(s) / 10) * 10),
    offset: Math.round(stand.readOffset() * 20) / 20,
  };
};

const put = (name: string, document: unknown): void =>
  writeFileSync(`${FOLDER}/${name}`, `${JSON.stringify(document, null, 1)}\n`);
const answered = (name: string, command: keyof typeof commands, document: unknown) => {
  put(`${name}.${command}.json`, document);
  const answer = commands[command](document);
  put(`answers/${name}.${command}.json`, answer);
  return answer;
};

mkdirSync(`${FOLDER}/answers`, { recursive: true });
put("full-width-40.wheel.json", wheel);
for (const command of ["spokes", "lace"] as const)
  put(`answers/full-width-40.${command}.json`, commands[command](wheel));
const stand = new StandInWheel(readWheel(wheel), hiddenWheel(21, "fresh"));
answered("bare-rim", "runout", {
  lateral: hundredths([...Array(HOLES).keys()].map((i) => stand.bareLateral(i + 1))),
  radial: hundredths([...Array(HOLES).keys()].map((i) => stand.bareRadial(i + 1))),
});
answered("note", "tension", { freeLength: 160, diameter: 3.66, frequency: 880 });

try {
  commands.spokes({ ...wheel, rim: { ...wheel.rim, holes: 42 } });
} catch (error) {
  if (!(error instanceof BadInput)) throw error;
  put("refused.json", { error: error.told });
}
const at = { date: "2026-11-27T10:00:00.000Z" };
const [customer, machineWheel, job, reading, first] = [1, 2, 3, 4, 5].map(
  (n) => `00000000-0000-4000-8000-00000000000${n}`,
);
// The least a job's archive holds, as job.json: whose wheel, which, what is to be done, and one reading of it.
put("small-job.json", {
  format: "tall-compass/job",
  version: 2,
  tables: {
    customers: [{ id: customer, name: "A. Rook", telephone: "", created_at: at }],
    wheels: [
      { id: machineWheel, customer_id: customer, mark: "EX-1", machine: "Dunlin 300", place: "rear", created_at: at },
    ],
    jobs: [
      {
        ...{ id: job, wheel_id: machineWheel, kind: "true-only", tolerance: "shop", wanted: "", visit: 1 },
        ...{ side_a: "drum side", side_b: "plain side", created_at: at },
      },
    ],
    measurements: [],
    acts: [],
    builds: [{ job_id: job, wheel, assumed: [], version: 1, created_at: at }],
    rounds: [{ id: first, job_id: job, number: 1, kind: "true", plan: null, advice: null, created_at: at }],
    readings: [
      {
        id: reading,
        round_id: first,
        what: "lateral",
        spoke: 1,
        value: 0.2,
        typed: "0.2",
        doubtful: 0,
        created_at: at,
      },
    ],
    ...{ turns: [], sheets: [], orders: [], goods: [], photos: [] },
  },
});

const history: object[] = [];
const tolerance = { lateral: 0.4, radial: 0.4, offset: 0.5, tensionSpread: 0.2 };
for (let n = 1; n <= 8; n++) {
  const readings = round(stand);
  const answer = answered(`round-${n}`, "advise", { wheel, tolerance, readings, history: [...history] }) as ReturnType<
    typeof commands.advise
  >;
  console.log(`round ${n}: ${answer.verdict}`);
  if (answer.verdict === "done") break;
  answer.turns.forEach((t, i) => {
    if (t !== 0) stand.turn(i + 1, t);
  });
  stand.destress();
  history.push({ readings, turns: answer.turns });
}
