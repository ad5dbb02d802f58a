import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import wavefile from "wavefile";
import { Listener, type Told } from "@/core/tension/ear/listen";
import { cents } from "@/core/tension/ear/spectrum";
import { gridPluck, inTheRoom, lineNear } from "@/core/tension/ear/string.test.rig";
import { noteFrequency } from "@/core/tension/note";
import { tries } from "@/core/tries.test.rig";
import { barNotes, pluckSound } from "@/devices/pluck";
import { chance } from "@/devices/random";

const RATE = 44100;
const THREAD_N_MM2 = 160;
const beam = (freeLength: number, diameter: number) => ({
  freeLength,
  diameter,
  modulus: 200000,
  density: 7850,
  ends: "clamped" as const,
});
const most = (diameter: number) => ((THREAD_N_MM2 * Math.PI) / 4) * diameter ** 2 * 1.5;
const rangeOf = (freeLength: number, diameter: number) => ({
  low: noteFrequency({ ...beam(freeLength, diameter), ends: "pinned" }, 0),
  high: noteFrequency(beam(freeLength, diameter), 1.5 * most(diameter)),
});

const listenTo = (sound: Float32Array, range: { low: number; high: number }, rate = RATE): Told[] => {
  const ear = new Listener(rate, range);
  const told: Told[] = [];
  for (let i = 0; i < sound.length; i += 512) told.push(...ear.feed(sound.subarray(i, i + 512)));
  return told;
};
const kept = (told: readonly Told[]) =>
  told.flatMap((t) => (t.kind === "final" && t.heard.what !== "refused" ? [t.heard] : []));

describe("the ear", () => {
  test("plucks made by finite differences, neighbours ringing along, 20 dB of noise: within 10 cents in 98 of 100", () => {
    const luck = chance(17);
    let right = 0;
    let inside = 0;
    for (let k = 0; k < tries(100); k++) {
      const s = { freeLength: luck.between(120, 320), diameter: luck.between(1.8, 5), tension: 0 };
      s.tension = luck.between(0.15, 1) * most(s.diameter);
      const clean = gridPluck(s, RATE, 0.8, luck.between(0.25, 0.5), luck.between(0.4, 1.5));
      const truth = lineNear(clean, RATE, noteFrequency(beam(s.freeLength, s.diameter), s.tension));
      const neighbours = [0, 1, 2].map(() => ({
        frequency: truth * 2 ** (luck.between(-5, 5) / 12),
        part: luck.between(0.03, 0.2),
        since: luck.between(-0.5, 0),
      }));
      const sound = inTheRoom(clean, RATE, 0.3, 20, k + 1, neighbours);
      const heard = kept(listenTo(sound, rangeOf(s.freeLength, s.diameter)));
      if (heard.length !== 1 || heard[0].what !== "note") continue;
      const off = Math.abs(cents(truth, heard[0].frequency));
      if (off < 10) right++;
      if (off < 2 * heard[0].sure) inside++;
    }
    expect(right).toBeGreaterThanOrEqual(Math.floor(0.98 * tries(100)));
    // What it says of its own sureness must hold as well.
    expect(inside).toBeGreaterThanOrEqual(Math.floor(0.95 * tries(100)));
  });

  test("silence, knocks and speech are refused", () => {
    const range = rangeOf(160, 3.66);
    for (let seed = 1; seed <= tries(20); seed++) {
      const luck = chance(seed);
      const room = new Float32Array(RATE * 2);
      for (let i = 0; i < room.length; i++) room[i] = luck.normal(0.01);
      expect(kept(listenTo(room, range)), `silence ${seed}`).toEqual([]);
      // A spanner put down, a hammer on wood: bursts of damped modes gone in a few hundredths of a second.
      for (let hit = 0; hit < 3; hit++) {
        const from = Math.round(RATE * (0.4 + 0.5 * hit));
        for (let mode = 0; mode < 6; mode++) {
          const f = luck.between(90, 2500);
          const gone = luck.between(60, 250);
          const size = luck.between(0.05, 0.3);
          for (let i = from; i < room.length; i++)
            room[i] += size * Math.exp((-gone * (i - from)) / RATE) * Math.sin((2 * Math.PI * f * (i - from)) / RATE);
        }
      }
      expect(
        kept(listenTo(room, range)).filter((h) => h.what === "note"),
        `knocks ${seed}`,
      ).toEqual([]);
    }
    // Made with a general speech synthesiser, two voices and two languages.
    const wav = new wavefile.WaveFile(readFileSync(`${import.meta.dirname}/speech.test.wav`));
    wav.toBitDepth("32f");
    const speech = Float32Array.from(wav.getSamples(false, Float32Array) as unknown as Float32Array);
    for (const d of [2, 2.6, 3.25, 3.66, 4.5])
      for (const L of [140, 200, 280])
        expect(
          kept(listenTo(speech, rangeOf(L, d), 16000)).filter((h) => h.what === "note"),
          `speech taken for ⌀ ${d} × ${L}`,
        ).toEqual([]);
  });

  test("a slack spoke is told as dead, two spokes that touch as two notes", () => {
    const spoke = { freeLength: 160, diameter: 3.66, endStiffness: 8e5 };
    let dead = 0;
    let double = 0;
    for (let seed = 1; seed <= 20; seed++) {
      const scene = { seed, rate: RATE, seconds: 1, neighbours: [], lead: 0.3 };
      const slack = listenTo(pluckSound({ ...spoke, tension: 0 }, scene), rangeOf(160, 3.66));
      if (kept(slack).every((h) => h.what === "dead") && slack.length > 0) dead++;
      const one = pluckSound({ ...spoke, tension: 2200 }, scene);
      const other = pluckSound({ ...spoke, tension: 1500 }, { ...scene, seed: seed + 100 });
      const both = one.map((v, i) => 0.7 * v + 0.6 * other[i]);
      const heard = kept(listenTo(both, rangeOf(160, 3.66)));
      if (heard[0]?.what === "note" && heard[0].beside !== null) double++;
    }
    expect(dead).toBe(20);
    expect(double).toBeGreaterThanOrEqual(17);
  });

  test("plucks half a second apart are told one by one; a first answer comes with a ninth of a second of sound", () => {
    const luck = chance(4);
    const notes: number[] = [];
    const sound = new Float32Array(RATE * 6);
    for (let k = 0; k < 10; k++) {
      const spoke = { freeLength: 160, diameter: 3.66, endStiffness: 8e5, tension: luck.between(1200, 2600) };
      notes.push(barNotes(spoke, 1)[0]);
      const one = pluckSound(spoke, { seed: k + 1, rate: RATE, seconds: 1.5, neighbours: [], lead: 0 });
      const from = Math.round(RATE * (0.3 + 0.5 * k));
      for (let i = 0; i < one.length && from + i < sound.length; i++) sound[from + i] += one[i];
    }
    const told = listenTo(sound, rangeOf(160, 3.66));
    const heard = kept(told);
    expect(heard).toHaveLength(10);
    heard.forEach((h, k) => {
      expect(Math.abs(cents(notes[k], h.what === "note" ? h.frequency : 1))).toBeLessThan(12);
    });
    expect(told.filter((t) => t.kind === "early" && t.heard.what === "note").length).toBeGreaterThanOrEqual(9);
  });
});
