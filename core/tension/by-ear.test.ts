import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { placeSpokes } from "../lacing/placement";
import { trialWheel } from "../truing/trial-builds.test.rig";
import { readWheel } from "../wheel/wheel-file";
import { tensionsByEar } from "./by-ear";
import { noteFrequency } from "./note";
import { spreadOf } from "./spread";

const wheel = readWheel({
  ...trialWheel("steel"),
  spoke: { diameter: 3.66, threadPitch: 0.635, freeLength: { A: 150, B: 152 } },
});
const spokes = placeSpokes(wheel);
const seeds = fc.integer({ min: 1, max: 1e6 });

/** Notes of spokes whose ends hold as no table says: between pinned and clamped, alike within a kind. */
const plucked = (seed: number, mean: number, scatter: number) => {
  const luck = chance(seed);
  const ends = new Map<string, number>();
  const pulls = spokes.map(() => Math.max(0, mean * (1 + luck.normal(scatter))));
  const note = spokes.map((s, i) => {
    const kind = `${s.flange}${s.lean}`;
    if (!ends.has(kind)) ends.set(kind, 2 ** luck.between(0, 6));
    const freeLength = wheel.spoke.freeLength?.[s.flange] ?? 0;
    const EI = (wheel.spoke.modulus * Math.PI * wheel.spoke.diameter ** 4) / 64;
    const held = {
      freeLength,
      diameter: 3.66,
      modulus: 200_000,
      density: 7850,
      ends: ((ends.get(kind) ?? 1) * EI) / freeLength,
    };
    return pulls[i] > 0 ? noteFrequency(held, pulls[i]) : 0;
  });
  return { pulls, note };
};

describe("tensions from notes", () => {
  test("one known spoke a kind makes newtons of all of them; dead is slack, not plucked is unread, what was read stands", () => {
    fc.assert(
      fc.property(seeds, fc.integer({ min: 800, max: 2600 }), (seed, mean) => {
        const { pulls, note } = plucked(seed, mean, 0.2);
        const firsts = spokes.filter(
          (s, i) => spokes.findIndex((o) => o.flange === s.flange && o.lean === s.lean) === i,
        );
        const known = firsts.map(({ spoke }) => ({ spoke, tension: pulls[spoke - 1] }));
        const heard: (number | null)[] = note.map((hz, i) => (i === 10 ? 0 : i === 12 ? null : hz));
        const read = spokes.map((_, i) => (i === 20 ? Math.round(pulls[i]) : null));
        const [told] = tensionsByEar(wheel, spokes, [{ note: heard, known, tension: read }], undefined).tensions;
        told?.forEach((newton, i) => {
          if (i === 10) expect(newton).toBe(0);
          else if (i === 12) expect(newton).toBeNull();
          else if (i === 20) expect(newton).toBe(Math.round(pulls[i]));
          else expect(Math.abs((newton ?? 0) - pulls[i])).toBeLessThan(0.02 * mean);
        });
      }),
      { numRuns: 60 },
    );
  });
  test("nothing known: how even it is is told to two and a half times at most, however the ends hold", () => {
    fc.assert(
      fc.property(seeds, fc.constantFrom(0.05, 0.1, 0.2), (seed, scatter) => {
        const { pulls, note } = plucked(seed, 2200, scatter);
        const [told] = tensionsByEar(wheel, spokes, [{ note }], undefined).tensions;
        for (const side of ["A", "B"] as const)
          for (const lean of ["trailing", "leading"] as const) {
            const own = spokes.filter((s) => s.flange === side && s.lean === lean);
            const even = (of: readonly (number | null)[]) =>
              spreadOf(
                own.map((s) => ({ ...s })),
                own.map((s) => of[s.spoke - 1] ?? 0),
              );
            // What a thick spoke's stiffness plays is taken for tension, or the other way round: two and a half times at most.
            expect(even(told ?? []) / even(pulls)).toBeGreaterThan(0.5);
            expect(even(told ?? []) / even(pulls)).toBeLessThan(2.5);
          }
      }),
      { numRuns: 40 },
    );
  });
  test("the first round of a wheel just laced gives its ends away: later rounds are newtons to a tenth", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const fresh = plucked(seed, 300, 0.5);
        const tight = plucked(seed, 2300, 0.1);
        const sides = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / of.length;
        const told = tensionsByEar(wheel, spokes, [{ note: fresh.note }, { note: tight.note }], 0.13).tensions;
        const heard = (told[1] ?? []).map((t) => t ?? 0);
        expect(Math.abs(sides(heard) / sides(tight.pulls) - 1)).toBeLessThan(0.15);
      }),
      { numRuns: 40 },
    );
  });
  test("no notes: what was read is handed on as it is", () => {
    const tension = spokes.map((_, i) => (i % 2 ? 900 : null));
    expect(tensionsByEar(wheel, spokes, [{ tension }, {}], 1).tensions).toEqual([tension, undefined]);
  });
});
