import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, onTestFinished, test } from "vitest";
import { figureIn, learnLine } from "@/core/runout/gauge-line";
import type { Heard } from "@/core/spin/heard";
import { readOverHoles, spinsByMark } from "@/core/spin/spin";
import { StandInBench, type StandInDial } from "@/devices/stand-in-bench";
import { listen } from "./listen";
import { portsHere } from "./ports";

// Real serial ports, as the system gives them out, with a made-up wheel under made-up gauges at their other end.

const HOLES = 36;
const GAUGE = learnLine("A+000.12", 0);
let folder: string;
let bench: StandInBench;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "gauges-"));
  bench = await StandInBench.open(join(folder, "gauges"), HOLES, 11);
});
afterAll(async () => {
  await bench.close();
  rmSync(folder, { recursive: true, force: true });
});

const portOf = (dial: StandInDial) => portsHere(folder).find((p) => p.name === `stand-in-${dial}`)?.path ?? "";
const until = async (is: () => boolean) => {
  for (let i = 0; i < 2400 && !is(); i++) await new Promise((r) => setTimeout(r, 25));
  expect(is()).toBe(true);
};
/** Everything a port says, as whoever reads with that gauge takes it. */
const hear = (dial: StandInDial) => {
  const heard: Heard[] = [];
  const said = { lines: [] as string[], on: [] as boolean[] };
  const path = portOf(dial);
  const stop = listen(path, "9600 8N1", () => portOf(dial) === path, {
    line: (text, at) => {
      said.lines.push(text);
      const typed = GAUGE && figureIn(text, GAUGE);
      if (typed) heard.push({ at, mm: Number(typed) });
    },
    on: (is) => said.on.push(is),
  });
  return { heard, said, stop };
};

test("the wheel turned once under both gauges is read over every hole within 0.02 mm of what it is", async () => {
  const [side, hop] = [hear("side"), hear("hop")];
  onTestFinished(() => {
    for (const { stop } of [side, hop]) stop();
  });
  await until(() => side.said.on[0] === true && hop.said.on[0] === true);
  await bench.turn({ secondsATurn: 5, perSecond: 40, turns: 2.3, slows: 0.08 });
  // On a busy machine what was sent is still on its way.
  await until(() => [side, hop].every(({ heard }) => spinsByMark(heard) !== "go-on"));
  for (const [dial, { heard }] of [["side", side] as const, ["hop", hop] as const]) {
    const spins = spinsByMark(heard);
    if (typeof spins === "string") throw new Error(spins);
    const read = readOverHoles(spins[0], HOLES);
    expect(read).toHaveLength(HOLES);
    const off = read.map((r) => ({ spoke: r.spoke, by: r.value - bench.truth(dial, r.spoke) }));
    // The gauge's zero is its own.
    const zero = off.map((o) => o.by).sort((x, y) => x - y)[HOLES / 2];
    for (const { spoke, by } of off)
      expect(Math.abs(by - zero)).toBeLessThan(dial === "hop" && bench.onWeld(spoke) ? 0.05 : 0.02);
  }
});

test("garbage, half a line and a pulled plug are no figures; put on again it is heard again", async () => {
  const side = hear("side");
  await until(() => side.said.on.at(-1) === true);
  // Begun before anybody listened, a line is none.
  await new Promise((r) => setTimeout(r, 150));
  bench.press("side", 1);
  await until(() => side.heard.length === 1);
  for (const garbage of ["A+0?0.12\r\n", "+000.12\r\n", "A+000.1\r\n", `${"9".repeat(5000)}\r\n`, "\0\xff\r\n"]) {
    await new Promise((r) => setTimeout(r, 100));
    bench.garble("side", garbage);
  }
  bench.garble("side", "A-00");
  await new Promise((r) => setTimeout(r, 200));
  await bench.pull("side");
  await until(() => side.said.on.at(-1) === false);
  expect(side.heard).toHaveLength(1);
  expect(portsHere(folder).map((p) => p.name)).toEqual(["stand-in-hop"]);

  await bench.plug("side");
  await until(() => side.said.on.at(-1) === true);
  bench.garble("side", "0.99\r\n");
  await new Promise((r) => setTimeout(r, 150));
  bench.press("side", 9);
  await until(() => side.heard.length === 2);
  expect(Math.abs(side.heard[1].mm - bench.truth("side", 9))).toBeLessThan(0.02);
  side.stop();
});

test("one port is opened for all who listen, and closed after the last", async () => {
  const [one, two] = [hear("side"), hear("side")];
  await until(() => one.said.on.at(-1) === true && two.said.on.at(-1) === true);
  await new Promise((r) => setTimeout(r, 150));
  bench.press("side", 3);
  await until(() => one.heard.length === 1 && two.heard.length === 1);
  one.stop();
  bench.press("side", 4);
  await until(() => two.heard.length === 2);
  expect(one.heard).toHaveLength(1);
  two.stop();
  const three = hear("side");
  await until(() => three.said.on.at(-1) === true);
  three.stop();
});
