import { describe, expect, test } from "vitest";
import { tries } from "@/core/tries.test.rig";
import { chance } from "@/devices/random";
import { spokeKinds } from "../spoke/kinds";
import { wheelFrom } from "../wheel/wheel.test.rig";
import type { Wheel } from "../wheel/wheel-file";
import { erdFromOldSpokes, explainOldSpokes, type OldSpoke } from "./old-spokes";

const ends = (["A", "B"] as const).flatMap((flange) => (["out", "in"] as const).map((head) => ({ flange, head })));

/** A wheel of the trade by chance, and its four old spokes, each cut and measured within half a millimetre. */
const oldWheel = (seed: number): { wheel: Wheel; samples: OldSpoke[] } => {
  const { between } = chance(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(between(0, list.length))];
  const holes = pick([32, 36, 40]);
  const flange = () => {
    const holeCircle = between(70, 190);
    return { holes: holes / 2, holeCircle, toCentre: between(18, 42), holeDiameter: between(3, 4.5) };
  };
  const [a, b] = [flange(), flange()];
  const cross = (circle: number) => (circle > 150 ? 1 : circle > 110 ? 2 : 3);
  const wheel = wheelFrom({
    rim: { holes, erd: between(370, 520), firstHole: pick(["A", "B"]), holeOffset: between(0, 4) },
    hub: { seat: pick(["bent", "straight"]), A: a, B: b },
    offset: between(-6, 6),
    lacing: { A: { cross: cross(a.holeCircle) }, B: { cross: cross(b.holeCircle) } },
    spoke: { diameter: between(2.6, 4.1), threadPitch: 0.635 },
    tension: { target: between(1200, 2600) },
  });
  const { kinds } = spokeKinds(wheel);
  const samples = ends.map((e) => {
    const kind = kinds.find((k) => k.flange === e.flange && k.head === e.head);
    return { ...e, length: (kind?.lengthAtTension ?? 0) + between(-0.5, 0.5) };
  });
  return { wheel, samples };
};

describe("old spokes", () => {
  test("four samples within half a millimetre give the ERD back within 1 mm", () => {
    let worst = 0;
    for (let seed = 1; seed <= tries(200); seed++) {
      const { wheel, samples } = oldWheel(seed);
      // What stands in for the unknown ERD must not matter.
      const blind = { ...wheel, rim: { ...wheel.rim, erd: wheel.rim.erd + (seed % 2 ? 25 : -25) } };
      const back = erdFromOldSpokes(blind, samples) ?? Number.NaN;
      worst = Math.max(worst, Math.abs(back - wheel.rim.erd));
    }
    console.log(`old spokes: ERD back within ${worst.toFixed(2)} mm over ${tries(200)} wheels`);
    expect(worst).toBeLessThan(1);
  });
  test("samples that fit say nothing; one wrong dimension is named among those that would explain them all", () => {
    let named = 0;
    let tried = 0;
    for (let seed = 1; seed <= tries(120); seed++) {
      const { wheel, samples } = oldWheel(seed);
      expect(explainOldSpokes(wheel, samples)).toEqual([]);
      const { hub, rim } = wheel;
      const wrong: [string, Wheel][] = [
        ["rim.outsideDiameter", { ...wheel, rim: { ...rim, erd: rim.erd - 6 } }],
        ["hub.A.holeCircle", { ...wheel, hub: { ...hub, A: { ...hub.A, holeCircle: hub.A.holeCircle + 20 } } }],
        ["hub.B.fromFace", { ...wheel, hub: { ...hub, B: { ...hub.B, toCentre: hub.B.toCentre + 20 } } }],
        ["lacing.A.cross", { ...wheel, lacing: { ...wheel.lacing, A: { cross: wheel.lacing.A.cross - 1 } } }],
      ];
      for (const [figure, mistaken] of wrong) {
        const said = explainOldSpokes(mistaken, samples);
        const moved = Math.max(
          ...spokeKinds(mistaken).kinds.map((k, i) =>
            Math.abs(k.lengthAtTension - spokeKinds(wheel).kinds[i].lengthAtTension),
          ),
        );
        // A change that moves no length by 2 mm hides within how spokes are cut.
        if (moved < 2) continue;
        tried++;
        if (said.some((e) => e.figure === figure)) named++;
      }
    }
    console.log(`old spokes: wrong dimension named in ${named} of ${tried}`);
    expect(tried).toBeGreaterThan(tries(300));
    expect(named / tried).toBeGreaterThanOrEqual(0.95);
  });
});
