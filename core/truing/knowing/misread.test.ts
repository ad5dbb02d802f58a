import { describe, expect, test } from "vitest";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";
import type { RoundReadings } from "../../rounds/round-readings";
import { advise } from "../advise";
import { trialWheel } from "../trial-builds.test.rig";
import { misreadings } from "./misreadings";
import type { PastRound } from "./state";

const wheel = readWheel(trialWheel("steel"));
const all = [...Array(40).keys()].map((i) => i + 1);
const read = (stand: StandInWheel): RoundReadings => ({
  lateral: all.map((s) => stand.readLateral(s)),
  radial: all.map((s) => stand.readRadial(s)),
  tension: all.map((s) => stand.readTension(s)),
  offset: stand.readOffset(),
});

/** One round read and turned, and the wheel read again after it. */
const secondRound = (seed: number): { history: PastRound[]; now: RoundReadings } => {
  const stand = new StandInWheel(
    wheel,
    hiddenWheel(seed, seed % 2 ? "fresh" : "buckled", { bareLateral: 1.2, bareRadial: 0.8 }),
  );
  const readings = read(stand);
  const advised = advise({
    wheel,
    readings,
    tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
    stage: 1,
    nipple: { step: 1 / 16, most: 1 },
    history: [],
  }).turns;
  // Somebody did a third of it: what is left to read is still a wave worth reading.
  const turns = advised.map((t) => Math.round((t * 16) / 3) / 16);
  turns.forEach((t, i) => {
    if (t !== 0) stand.turn(i + 1, t);
  });
  stand.destress();
  return { history: [{ readings, turns: [...turns], destressed: true }], now: read(stand) };
};

const told = (history: readonly PastRound[], now: RoundReadings) => misreadings({ wheel, readings: now, history });

describe("slips at the dial", () => {
  test("a clean round is never doubted; each planted slip that matters is named, and mended back to the truth", () => {
    const luck = chance(77);
    let clean = 0;
    const named: Record<string, number> = { sign: 0, unit: 0, shift: 0, knocked: 0 };
    const planted: Record<string, number> = { sign: 0, unit: 0, shift: 0, knocked: 0 };
    for (let seed = 501; seed <= 560; seed++) {
      const { history, now } = secondRound(seed);
      if (told(history, now).length === 0) clean++;
      const rms = (x: readonly (number | null)[]) => {
        const mean = x.reduce<number>((a, b) => a + (b ?? 0), 0) / 40;
        return Math.sqrt(x.reduce<number>((a, b) => a + ((b ?? 0) - mean) ** 2, 0) / 40);
      };
      // On a line that is nearly flat a changed sign changes nothing anybody could see.
      if (rms(now.lateral) < 0.25) continue;
      const line = now.lateral.map((v) => v ?? 0);
      const from = 8 + Math.floor(luck.between(0, 22));
      const by = (luck.between(0, 1) < 0.5 ? -1 : 1) * luck.between(0.5, 1);
      const slips: Record<string, (line: readonly (number | null)[]) => (number | null)[]> = {
        sign: (l) => l.map((v) => (v === null ? null : -v)),
        unit: (l) => l.map((v) => (v === null ? null : v * 2.54)),
        shift: (l) => l.map((_, i) => l[(i + 2) % 40]),
        knocked: (l) => l.map((v, i) => (v === null || i < from ? v : v + by)),
      };
      for (const [code, slip] of Object.entries(slips)) {
        planted[code]++;
        const found = told(history, { ...now, lateral: slip(now.lateral) });
        if (found.some((f) => f.code === code && f.what === "lateral")) named[code]++;
        const mend = found.find((f) => f.code === code);
        if (mend && code !== "shift") {
          const off = mend.mended.map((v, i) => (v ?? 0) - (now.lateral[i] ?? 0));
          // Where the dial was knocked may be told a spoke or two beside: the places between then stand by the knock off.
          const place = code === "knocked" ? mend.spokes[0] - 1 : from;
          expect(Math.abs(place - from), `${code} ${seed}`).toBeLessThanOrEqual(2);
          const rest = off.filter((_, i) => i < Math.min(place, from) || i >= Math.max(place, from));
          expect(Math.max(...rest) - Math.min(...rest), `${code} ${seed}`).toBeLessThan(
            // Thou for hundredths and half a dial's turn are a quarter apart: one may be taken for the other.
            code === "knocked" ? 0.35 : code === "unit" ? 0.35 * (Math.max(...line) - Math.min(...line)) : 1e-6,
          );
        }
      }
    }
    expect(clean).toBeGreaterThanOrEqual(58);
    for (const code of Object.keys(planted)) {
      expect(planted[code]).toBeGreaterThan(10);
      expect(named[code] / planted[code], `${code} ${named[code]} of ${planted[code]}`).toBeGreaterThanOrEqual(0.9);
    }
  });

  test("in a first round, with nothing to compare, a knocked dial and one wild value are still found", () => {
    let knocked = 0;
    let wild = 0;
    let clean = 0;
    for (let seed = 601; seed <= 640; seed++) {
      const stand = new StandInWheel(wheel, hiddenWheel(seed, "buckled"));
      const now = read(stand);
      if (told([], now).length === 0) clean++;
      const half = now.lateral.map((v, i) => (v === null || i < 17 ? v : v + 0.6));
      if (told([], { ...now, lateral: half }).some((f) => f.code === "knocked" && Math.abs(f.spokes[0] - 18) <= 1))
        knocked++;
      const one = now.lateral.map((v, i) => (v !== null && i === 24 ? v + 1.2 : v));
      if (told([], { ...now, lateral: one }).some((f) => f.code === "wild" && f.spokes[0] === 25)) wild++;
    }
    expect(clean).toBeGreaterThanOrEqual(39);
    expect(knocked).toBeGreaterThanOrEqual(36);
    expect(wild).toBeGreaterThanOrEqual(38);
  });
});
