import { frameInfluences } from "@/core/mechanics/dense-frame.test.rig";
import { elasticWheel, type Influences } from "@/core/mechanics/elastic-wheel";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { readWheel, type WheelInput } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { wholeRound } from "@/devices/whole-round.test.rig";
import { advise } from "./advise";
import type { AdviseInput } from "./advise-input";
import type { PastRound } from "./knowing/state";
import { trialWheel } from "./trial-builds.test.rig";

/**
 * `npm run bench`: influences and advice for a wheel of 40 spokes, a different wheel each time, nothing remembered, on
 * one core; against a dense frame of the same wheel (four straight elements between spokes) inverted by a general
 * linear-algebra package, in the same run. Prints medians, ratios, agreement and, of the dense frame, the time a floating-point operation took:
 * how fast the machine is just now.
 */
const ITERATIONS = 200;
const DENSE_ITERATIONS = 3;

const anotherWheel = (seed: number): WheelInput => {
  const luck = chance(seed);
  const base = trialWheel(seed % 2 === 0 ? "steel" : "alloy");
  const flange = () => ({
    holes: 20,
    holeCircle: luck.between(120, 170),
    toCentre: luck.between(26, 38),
    holeDiameter: 4,
  });
  return {
    ...base,
    rim: { ...base.rim, erd: luck.between(410, 470), holeOffset: luck.between(0, 4) },
    hub: { A: flange(), B: flange() },
    tension: { target: luck.between(1500, 2600) },
  };
};

const median = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)];
const timed = (work: () => void): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

const readings = (seed: number, holes = 40) => {
  const luck = chance(seed + 1000);
  const line = (size: number) => {
    const [a, b, p, q] = [luck.between(0, size), luck.between(0, size / 2), luck.between(0, 6), luck.between(0, 6)];
    return [...Array(holes).keys()].map(
      (i) => a * Math.cos((i * Math.PI) / 10 - p) + b * Math.cos((i * Math.PI) / 6.67 - q) + luck.normal(0.02),
    );
  };
  return {
    lateral: line(0.5),
    radial: line(0.3),
    tension: [...Array(holes).keys()].map(() => luck.between(200, 700)),
    offset: luck.between(-0.5, 0.5),
  };
};

for (let seed = 1; seed <= 60; seed++)
  advise({
    wheel: readWheel(anotherWheel(seed)),
    readings: readings(seed),
    tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
    stage: 1,
    nipple: { step: 1 / 16, most: 1 },
    history: [],
  });

const influenceTimes: number[] = [];
const adviceTimes: number[] = [];
for (let i = 0; i < ITERATIONS; i++) {
  const wheel = readWheel(anotherWheel(100 + i));
  influenceTimes.push(timed(() => elasticWheel(wheelGeometry(wheel))));
  const given = readings(100 + i);
  adviceTimes.push(
    timed(() =>
      advise({
        wheel,
        readings: given,
        tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
        stage: 1,
        nipple: { step: 1 / 16, most: 1 },
        history: [],
      }),
    ),
  );
}
/** Thirty-six spokes a side: the most a hub has. */
const largestTimes: number[] = [];
for (let i = 0; i < ITERATIONS / 4; i++) {
  const base = anotherWheel(900 + i);
  const wheel = readWheel({
    ...base,
    rim: { ...base.rim, holes: 72 },
    hub: { ...base.hub, A: { ...base.hub.A, holes: 36 }, B: { ...base.hub.B, holes: 36 } },
    lacing: { A: { cross: 4 }, B: { cross: 4 } },
  });
  const given = readings(900 + i, 72);
  largestTimes.push(
    timed(() =>
      advise({
        wheel,
        readings: given,
        tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
        stage: 1,
        nipple: { step: 1 / 16, most: 1 },
        history: [],
      }),
    ),
  );
}
/** What a fourth round's advice rests on: bent rims trued so far by the advice, each round read and turned. */
const afterThreeRounds = (seed: number): AdviseInput => {
  const wheel = readWheel(trialWheel(seed % 2 === 0 ? "steel" : "alloy"));
  const waves = { lateral: 0.4, radial: 0.4 };
  const stand = new StandInWheel(wheel, hiddenWheel(seed, seed % 4 < 2 ? "fresh" : "buckled", { waves }));
  const all = [...Array(40).keys()].map((i) => i + 1);
  const history: PastRound[] = [];
  const input = (): AdviseInput => ({
    wheel,
    readings: wholeRound(stand),
    tolerance: { lateral: 0.2, radial: 0.2, offset: 0.2, tensionSpread: 0.2 },
    stage: 1,
    nipple: { step: 1 / 16, most: 1 },
    history: [...history],
  });
  for (let round = 0; round < 3; round++) {
    const now = input();
    const { turns } = advise(now);
    for (const s of all) stand.turn(s, turns[s - 1]);
    stand.destress();
    history.push({ readings: now.readings, turns, destressed: true });
  }
  return input();
};
const laterTimes = [...Array(ITERATIONS / 10).keys()].map((i) => {
  const input = afterThreeRounds(3000 + i);
  return timed(() => advise(input));
});
const denseTimes: number[] = [];
const apart = { lateral: 0, radial: 0, tension: 0 };
let unknowns = 0;
for (let i = 0; i < DENSE_ITERATIONS; i++) {
  const wheel = readWheel(anotherWheel(500 + i));
  const ours: Influences = elasticWheel(wheelGeometry(wheel)).influences;
  denseTimes.push(
    timed(() => {
      const theirs = frameInfluences(wheel);
      unknowns = theirs.unknowns;
      for (const what of ["lateral", "radial", "tension"] as const) {
        const largest = Math.max(...theirs[what].flat().map(Math.abs));
        const worst = Math.max(
          ...theirs[what].flatMap((row, r) => row.map((v, c) => Math.abs(v - ours[what][r * 40 + c]))),
        );
        apart[what] = Math.max(apart[what], worst / largest);
      }
    }),
  );
}
// LU, two thirds of the cube, and forty solves of two squares.
const theirOperations = (2 / 3) * unknowns ** 3 + 40 * 2 * unknowns ** 2;
const influence = median(influenceTimes);
const dense = median(denseTimes);
const advice = median(adviceTimes);
console.log(`influences, 40 spokes: median ${influence.toFixed(2)} ms of ${ITERATIONS}`);
console.log(`influences and advice: median ${advice.toFixed(2)} ms of ${ITERATIONS}`);
console.log(`influences and advice, 72 spokes: median ${median(largestTimes).toFixed(1)} ms of ${ITERATIONS / 4}`);
console.log(
  `advice after three rounds, bent rim, 40 spokes: median ${median(laterTimes).toFixed(1)} ms of ${laterTimes.length}`,
);
console.log(
  `dense frame, ${unknowns} unknowns: median ${dense.toFixed(0)} ms of ${DENSE_ITERATIONS} (${((dense * 1e6) / theirOperations).toFixed(2)} ns an operation)`,
);
console.log(
  `dense / influences: ${(dense / influence).toFixed(0)} times; dense / influences and advice: ${(dense / advice).toFixed(0)} times`,
);
console.log(
  `largest difference over largest influence: lateral ${(100 * apart.lateral).toFixed(2)} %, radial ${(100 * apart.radial).toFixed(2)} %, tension ${(100 * apart.tension).toFixed(2)} %`,
);
