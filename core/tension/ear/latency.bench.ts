import { pluckSound } from "@/devices/pluck";
import { noteFrequency } from "../note";
import { Listener, warmUp } from "./listen";

/**
 * From the hit to the first note shown: the sound that has to come in, one piece of the browser's, and the sums. The
 * page's own drawing (a frame, 17 ms) is not in it. Medians of 50 plucks.
 */
const RATE = 44_100;
const PIECE = 512;
const spoke = { freeLength: 155, diameter: 3.66, modulus: 200_000, density: 7850, ends: "clamped" as const };
const range = { low: noteFrequency({ ...spoke, ends: "pinned" }, 0), high: noteFrequency(spoke, 5000) };

warmUp(RATE, range);
const sounded: number[] = [];
const worked: number[] = [];
for (let k = 0; k < 50; k++) {
  const sound = pluckSound(
    { freeLength: 155, diameter: 3.66, tension: 1500 + 20 * k, endStiffness: 8e5 },
    { seed: k + 1, rate: RATE, seconds: 1, neighbours: [700, 760], lead: 0.3 + k * 0.0007 },
  );
  const hit = Math.round((0.3 + k * 0.0007) * RATE);
  const ear = new Listener(RATE, range);
  for (let i = 0; i < sound.length; i += PIECE) {
    const began = performance.now();
    const told = ear.feed(sound.subarray(i, i + PIECE));
    const took = performance.now() - began;
    if (told.some((t) => t.kind === "early" && t.heard.what === "note")) {
      sounded.push(((i + PIECE - hit) / RATE) * 1000);
      worked.push(took);
      break;
    }
  }
}
const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
const most = Math.max(...sounded.map((s, i) => s + worked[i]));
console.log(
  `pluck to first note: ${sounded.length} of 50 heard; sound ${median(sounded).toFixed(0)} ms + sums ${median(worked).toFixed(1)} ms (median), longest together ${most.toFixed(0)} ms`,
);
