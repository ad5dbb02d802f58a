import { spokeKinds } from "../spoke/kinds";
import { mostCrosses } from "../wheel/most-crosses";
import type { Side, Wheel } from "../wheel/wheel-file";
import { hasSkippedHoles, type PlacedSpoke, placeSpokes } from "./placement";
import { isInterlaced } from "./steps";

/** One spoke of a laced wheel as somebody saw it, by its rim hole. */
export interface SeenSpoke {
  readonly flange: Side;
  /** 1…m on its flange, clockwise seen from A. */
  readonly hubHole: number;
  readonly head: "out" | "in";
  /** Does it pass under the last spoke it crosses? Of inner spokes nothing is asked. */
  readonly under: boolean;
}

export type FaultCode = "hub-hole" | "flange" | "head" | "under";

/** What is wrong with one spoke. */
export interface LacingFault {
  readonly spoke: number;
  readonly code: FaultCode;
  readonly text: string;
}

/** How a wheel is laced, faults apart. */
export interface LacedAs {
  readonly asPlanned: boolean;
  /** What it is instead, and what that changes. */
  readonly texts: readonly string[];
  readonly wheel: Wheel;
}

export interface LacingCheck {
  readonly laced: LacedAs;
  readonly faults: readonly LacingFault[];
  /** Spokes to take out and put in again: the fewest. */
  readonly moves: readonly number[];
}

const expected = (wheel: Wheel, s: PlacedSpoke, turn: number): SeenSpoke => {
  const m = wheel.hub[s.flange].holes;
  return {
    flange: s.flange,
    hubHole: ((s.hubHole - 1 + turn + 2 * m) % m) + 1,
    head: s.head,
    under: s.head === "in" && s.cross > 0 && isInterlaced(wheel, s.cross),
  };
};

const same = (a: SeenSpoke, b: SeenSpoke): boolean =>
  a.flange === b.flange && a.hubHole === b.hubHole && a.head === b.head && a.under === b.under;

interface Reading {
  readonly wheel: Wheel;
  readonly turn: number;
  readonly table: readonly SeenSpoke[];
  /** Departures from the plan: a plainer explanation wins over a cleverer one. */
  readonly cost: number;
}

/** Every consistent way this hub and rim could have been laced, the plan first. */
const readings = (plan: Wheel): Reading[] => {
  const out: Reading[] = [];
  // Empty hub holes make every pattern another one: there the plan is the only thing to hold a wheel against.
  if (hasSkippedHoles(plan))
    return [{ wheel: plan, turn: 0, cost: 0, table: placeSpokes(plan).map((s) => expected(plan, s, 0)) }];
  const crosses = (side: Side) => [
    ...Array(mostCrosses(plan.rim.holes, plan.rim.erd, plan.hub[side].holeCircle) + 1).keys(),
  ];
  const base = placeSpokes(plan)[0];
  const flip = (lean: "trailing" | "leading") => (lean === "trailing" ? "leading" : "trailing");
  for (const A of crosses("A"))
    for (const B of crosses("B"))
      for (const mirrored of [false, true])
        for (const heads of ["out", "in"] as const)
          for (const other of [false, true])
            for (const interlaced of [undefined, true, false]) {
              const wheel: Wheel = {
                ...plan,
                rim: { ...plan.rim, firstHole: other ? (plan.rim.firstHole === "A" ? "B" : "A") : plan.rim.firstHole },
                lacing: {
                  ...plan.lacing,
                  A: { cross: A },
                  B: { cross: B },
                  trailingHeads: heads,
                  firstLean: mirrored ? flip(base.lean) : base.lean,
                  interlaced: interlaced ?? plan.lacing.interlaced,
                },
              };
              const spokes = placeSpokes(wheel);
              const cost =
                Number(A !== plan.lacing.A.cross) +
                Number(B !== plan.lacing.B.cross) +
                Number(mirrored) +
                Number(heads !== plan.lacing.trailingHeads) +
                Number(other) +
                Number(interlaced !== undefined && interlaced !== isInterlaced(plan, Math.max(A, B)));
              out.push({ wheel, turn: 0, cost, table: spokes.map((s) => expected(wheel, s, 0)) });
            }
  return out;
};

/** The hub turned against the valve moves every hub hole number by as many; the commonest difference tells by how much. */
const turnOf = (reading: Reading, seen: readonly SeenSpoke[]): number => {
  const count = new Map<number, number>();
  reading.table.forEach((e, i) => {
    const m = reading.wheel.hub[e.flange].holes;
    if (seen[i].flange !== e.flange) return;
    const by = (seen[i].hubHole - e.hubHole + m) % m;
    count.set(by, (count.get(by) ?? 0) + 1);
  });
  return [...count.entries()].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0;
};

/**
 * Names what is wrong with a laced wheel. Every consistent way to lace it is held against what was seen; the one that
 * leaves the fewest spokes to move is how it is laced, and those spokes are its faults. The plan wins a tie.
 *
 * @param seen by rim hole, 1 first
 */
export const checkLacing = (plan: Wheel, seen: readonly SeenSpoke[]): LacingCheck => {
  let best: Reading | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const reading of readings(plan)) {
    for (const turn of new Set([0, turnOf(reading, seen)])) {
      const table =
        turn === 0
          ? reading.table
          : reading.table.map((e) => {
              const m = plan.hub[e.flange].holes;
              return { ...e, hubHole: ((e.hubHole - 1 + turn) % m) + 1 };
            });
      const wrong = table.reduce((sum, e, i) => sum + Number(!same(e, seen[i])), 0);
      // Nobody laces another pattern by mistake for less than a good part of the wheel.
      const score = wrong + (reading.cost + Number(turn !== 0)) * 3.5;
      if (score < least) {
        least = score;
        best = { ...reading, turn, table };
      }
    }
  }
  const found = best as Reading;
  const faults = found.table.flatMap((e, i) => faultsOf(found.wheel, i + 1, e, seen[i]));
  return {
    laced: tellPattern(plan, found),
    faults,
    moves: [...new Set(faults.map((f) => f.spoke))],
  };
};

const faultsOf = (wheel: Wheel, spoke: number, e: SeenSpoke, s: SeenSpoke): LacingFault[] => {
  if (same(e, s)) return [];
  if (s.flange !== e.flange)
    return [
      {
        spoke,
        code: "flange",
        text: `${spoke} goes to the {${s.flange}}; it belongs to the {${e.flange}}, hub hole ${e.hubHole}`,
      },
    ];
  const out: LacingFault[] = [];
  const m = wheel.hub[e.flange].holes;
  if (s.hubHole !== e.hubHole) {
    const by = ((s.hubHole - e.hubHole + m + Math.floor(m / 2)) % m) - Math.floor(m / 2);
    out.push({
      spoke,
      code: "hub-hole",
      text: `${spoke} is ${Math.abs(by)} ${Math.abs(by) === 1 ? "hole" : "holes"} out at the hub: in ${s.hubHole}, it belongs in ${e.hubHole}`,
    });
  }
  if (s.head !== e.head)
    out.push({
      spoke,
      code: "head",
      text: `${spoke} has its head ${s.head === "out" ? "outside" : "inside"}; it belongs ${e.head === "out" ? "outside" : "inside"}`,
    });
  else if (s.under !== e.under)
    out.push({
      spoke,
      code: "under",
      text: e.under ? `${spoke} misses its under at the last crossing` : `${spoke} goes under where it should lie over`,
    });
  return out;
};

/** A wheel laced consistently but not to plan: what it is, and what that changes. */
const tellPattern = (plan: Wheel, found: Reading): LacedAs => {
  const { wheel, turn } = found;
  const texts: string[] = [];
  const lengths = (w: Wheel, side: Side) => spokeKinds(w).kinds.find((k) => k.flange === side)?.length ?? 0;
  for (const side of ["A", "B"] as const) {
    const [was, is] = [plan.lacing[side].cross, wheel.lacing[side].cross];
    if (was === is) continue;
    const by = lengths(wheel, side) - lengths(plan, side);
    texts.push(
      `{${side}} is laced ${is} cross instead of ${was}: its spokes want ${Math.abs(by).toFixed(1)} mm ${by > 0 ? "more" : "less"}${is === 0 ? "; radial carries neither brake nor drive" : ""}`,
    );
  }
  const planned = placeSpokes(plan);
  const is = placeSpokes(wheel);
  if (is[0].turn !== planned[0].turn)
    texts.push(
      "mirror image: the spokes beside the valve lean together, the valve stands in a narrow gap, and brake and drive pull on the other spokes",
    );
  if (wheel.rim.firstHole !== plan.rim.firstHole)
    texts.push(
      "every spoke is one rim hole on: the rim holes that lean to one flange are laced to the other, and the spokes bend at the nipple",
    );
  if (wheel.lacing.trailingHeads !== plan.lacing.trailingHeads)
    texts.push(
      `trailing heads stand ${wheel.lacing.trailingHeads === "out" ? "outside" : "inside"}: no harm known, the other way is only custom`,
    );
  if (isInterlaced(wheel, 2) !== isInterlaced(plan, 2))
    texts.push(
      isInterlaced(wheel, 2)
        ? "it is interlaced though the plan is not"
        : "the last crossing is not interlaced: noisier, and it stands wider on the side of chain or brake plate",
    );
  if (turn !== 0)
    texts.push(
      `the hub is turned ${turn} ${turn === 1 ? "hole" : "holes"} against the valve: lengths stay, the hub's mark no longer lines up`,
    );
  return { asPlanned: texts.length === 0, texts, wheel };
};

/** A whole wheel as the first four spokes say it goes on: the rest need only be confirmed. */
export const continueFour = (plan: Wheel, four: readonly SeenSpoke[]): SeenSpoke[] => {
  const n = plan.rim.holes;
  return [...Array(n).keys()].map((i) => {
    const like = four[i % 4];
    const m = plan.hub[like.flange].holes;
    // Four rim holes on is two hub holes on, where the counts are alike.
    const on = Math.round((Math.floor(i / 4) * 4 * m) / n);
    return { ...like, hubHole: ((like.hubHole - 1 + on) % m) + 1 };
  });
};

/** A wheel's plan as somebody would see it: what the check starts from. */
export const seenAsPlanned = (plan: Wheel): SeenSpoke[] => placeSpokes(plan).map((s) => expected(plan, s, 0));
