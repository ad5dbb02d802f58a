import { describe, expect, test } from "vitest";
import { placeSpokes } from "@/core/lacing/placement";
import type { Reading, ReadingKind } from "@/core/rounds/reading";
import { sideTensions } from "@/core/tension/balance";
import { noteFrequency } from "@/core/tension/note";
import { spreadOf } from "@/core/tension/spread";
import { nextPair, type Squeeze } from "@/core/tension/squeeze";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { saveBuild } from "@/store/builds";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addReadings, addTurn, markDestressed, openRound } from "@/store/rounds";
import { adviseRound } from "./advice";

// What was heard or felt of the spokes counts at the dial without being asked for; what is only known from the record too.

ownDatabase(".test-output/without-gauge");

const wheel = readWheel(trialWheel("steel"));
const spokes = placeSpokes(wheel);
const all = spokes.map((s) => s.spoke);
const sides = sideTensions(wheel, spokes);

type Way = "nothing" | "notes" | "pairs";

const reading = (what: ReadingKind, spoke: number, value: number, more: Partial<Reading> = {}): Reading => ({
  ...{ id: crypto.randomUUID(), what, spoke, value, typed: "", doubtful: false },
  ...more,
});

/** Hz of every spoke, whose ends nobody knows. */
const plucked = (stand: StandInWheel, ear: ReturnType<typeof chance>) =>
  all.map((s) => {
    const { tension, freeLength, diameter, endStiffness } = stand.plucked(s);
    const held = { freeLength, diameter, modulus: wheel.spoke.modulus, density: 7850, ends: endStiffness };
    return reading("note", s, tension > 0 ? noteFrequency(held, tension) * (1 + ear.normal(0.01)) : 0, { sure: 5 });
  });

/** Pairs of like spokes as a hand tells them, about 10 % apart (common practice), and errs. */
const squeezed = (stand: StandInWheel, hand: ReturnType<typeof chance>) =>
  (["A", "B"] as const).flatMap((flange) => {
    const alike = spokes.filter((s) => s.flange === flange).map((s) => s.spoke);
    const pairs: Squeeze[] = [];
    for (let pair = nextPair(alike, pairs); pair; pair = nextPair(alike, pairs)) {
      const [spoke, against] = pair;
      const d = (stand.truePull(spoke) - stand.truePull(against)) / (0.1 * sides[flange]) + hand.normal(0.5);
      pairs.push({ spoke, against, felt: d > 0.5 ? "tighter" : d < -0.5 ? "looser" : "same" });
    }
    return pairs.map((p) =>
      reading("squeeze", p.spoke, p.felt === "tighter" ? 1 : p.felt === "looser" ? -1 : 0, { against: p.against }),
    );
  });

/** A buckled wheel trued in three rounds from what the record holds. @returns how uneven it began and ended, and what was said first */
const trued = async (seed: number, way: Way) => {
  const stand = new StandInWheel(wheel, hiddenWheel(seed, "buckled", { laced: { part: 0.9, scatter: 0.09 } }));
  const luck = chance(seed);
  const { id: jobId } = await openJob({ id: crypto.randomUUID(), kind: "true-only" });
  await saveBuild({ jobId, wheel: trialWheel("steel"), assumed: [], version: 0 });
  const spread = () =>
    spreadOf(
      spokes,
      Float64Array.from(all, (s) => stand.truePull(s)),
    );
  const mean = () => all.reduce((sum, s, i) => sum + stand.truePull(s) / sides[spokes[i].flange], 0) / all.length;
  const began = { spread: spread(), mean: mean() };
  const said: string[] = [];
  for (let n = 0; n < 3; n++) {
    const id = crypto.randomUUID();
    await openRound(jobId, { id });
    await addReadings(id, [
      ...all.map((s) => reading("lateral", s, stand.readLateral(s) + 0.3)),
      ...all.map((s) => reading("radial", s, stand.readRadial(s))),
      ...(way === "notes" ? plucked(stand, luck) : way === "pairs" ? squeezed(stand, luck) : []),
    ]);
    const { turns, reasons } = await adviseRound(jobId, id);
    said.push(...reasons.map((r) => r.code));
    for (const [i, by] of turns.entries()) {
      if (by === 0) continue;
      stand.turn(i + 1, by);
      await addTurn(id, { id: crypto.randomUUID(), spoke: i + 1, turns: by });
    }
    stand.destress();
    await markDestressed(id);
  }
  return { began, ended: { spread: spread(), mean: mean() }, said };
};

describe("a wheel trued with no gauge", () => {
  test("notes of spokes nobody calibrated or pairs felt by hand bring it half as uneven; with neither it stays so; how tight it is is left alone", async () => {
    const left: Record<"notes" | "pairs", number[]> = { notes: [], pairs: [] };
    for (const seed of [11, 12, 13, 14]) {
      const nothing = await trued(seed, "nothing");
      expect(nothing.said).toContain("tension-assumed");
      expect(nothing.ended.spread).toBeGreaterThan(0.9 * nothing.began.spread);
      for (const way of ["notes", "pairs"] as const) {
        const { said, began, ended } = await trued(seed, way);
        expect(said).toContain("tension-reckoned");
        expect(said).not.toContain("tension-assumed");
        expect(ended.spread).toBeLessThan(began.spread);
        expect(Math.abs(ended.mean - began.mean)).toBeLessThan(0.12);
        left[way].push(ended.spread / began.spread);
      }
    }
    const mean = (parts: readonly number[]) => parts.reduce((a, b) => a + b, 0) / parts.length;
    expect(mean(left.notes)).toBeLessThan(0.5);
    expect(mean(left.pairs)).toBeLessThan(0.5);
  });
  test("laced here and nothing read of its tension it is brought up, by less where rounds of tension already did", async () => {
    const advised = async (part: number | null) => {
      const stand = new StandInWheel(wheel, hiddenWheel(21, "fresh", part ? { laced: { part, scatter: 0.06 } } : {}));
      const { id: jobId } = await openJob({ id: crypto.randomUUID(), kind: "rebuild" });
      await saveBuild({ jobId, wheel: trialWheel("steel"), assumed: [], version: 0 });
      if (part !== null) {
        const id = crypto.randomUUID();
        const plan = { part, turns: all.map(() => 0.5) };
        await openRound(jobId, { id, kind: "tension", plan });
        for (const spoke of all) await addTurn(id, { id: crypto.randomUUID(), spoke, turns: 0.5 });
        await markDestressed(id);
      }
      const id = crypto.randomUUID();
      await openRound(jobId, { id });
      await addReadings(id, [
        ...all.map((s) => reading("lateral", s, stand.readLateral(s))),
        ...all.map((s) => reading("radial", s, stand.readRadial(s))),
      ]);
      return adviseRound(jobId, id);
    };
    const up = (turns: readonly number[]) => turns.reduce((a, b) => a + b, 0) / all.length;
    const [laced, half, whole] = [await advised(null), await advised(0.5), await advised(1)];
    expect(up(laced.turns)).toBeGreaterThan(0.2);
    expect(up(half.turns)).toBeLessThan(up(laced.turns) / 2);
    expect(Math.abs(up(whole.turns))).toBeLessThan(0.05);
    const said = (advice: typeof laced) => advice.reasons.find((r) => r.code === "tension-assumed")?.figures;
    expect([said(laced), said(half), said(whole)]).toEqual([{ tight: 0.15 }, { tight: 0.5 }, { tight: 1 }]);
  });
});
