// A simulated wheel, trued by the advice: node true-a-wheel.mjs full-width-40.wheel.json
import { readFileSync } from "node:fs";
import { commands } from "tall-compass-core/commands";
import { hiddenWheel } from "tall-compass-core/stand-in/hidden-wheel";
import { StandInWheel } from "tall-compass-core/stand-in/stand-in-wheel";
import { readWheel } from "tall-compass-core/wheel/wheel-file";

const wheel = JSON.parse(readFileSync(process.argv[2], "utf8"));
const stand = new StandInWheel(readWheel(wheel), hiddenWheel(21));
const spokes = Array.from({ length: wheel.rim.holes }, (_, i) => i + 1);
const history = [];
for (let verdict = "turn"; verdict !== "done" && history.length < 12; ) {
  const [lateral, radial] = [spokes.map((s) => stand.readLateral(s)), spokes.map((s) => stand.readRadial(s))];
  const readings = { lateral, radial, tension: spokes.map((s) => stand.readTension(s)), offset: stand.readOffset() };
  const advice = commands.advise({ wheel, readings, history });
  verdict = advice.verdict;
  for (const s of spokes) stand.turn(s, advice.turns[s - 1]);
  stand.destress();
  history.push({ readings, turns: advice.turns });
  console.log(`round ${history.length}: ${(Math.max(...lateral) - Math.min(...lateral)).toFixed(2)} mm, ${verdict}`);
}
