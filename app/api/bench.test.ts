import fc from "fast-check";
import { expect, test } from "vitest";
import { roundReadings } from "@/core/rounds/round-readings";
import { isTakenBack, turnsMade } from "@/core/rounds/turn";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { type StandInState, StandInWheel } from "@/devices/stand-in-wheel";
import { readArchive } from "@/store/archive";
import { database } from "@/store/database";
import { ownDatabase } from "@/store/own-database.test.rig";
import { findPracticeWheel } from "@/store/practice-wheels";
import { listRounds } from "@/store/rounds";
import { POST as mountRoute } from "./jobs/[id]/practice/route";
import { POST as openRoundRoute } from "./jobs/[id]/rounds/route";
import { POST as wheelFileRoute } from "./jobs/[id]/wheel-file/route";
import { POST as openJobRoute } from "./jobs/route";
import { POST as destressRoute } from "./rounds/[id]/destress/route";
import { POST as readingRoute } from "./rounds/[id]/readings/route";
import { POST as turnRoute } from "./rounds/[id]/turns/route";

// What two tablets and a bad connection make of a round: everything sent once, twice or three times, and at once. Held
// against a plain model, and against a wheel in the test's hand to which each thing was done once.

ownDatabase(".test-output/bench");

const HOLES = 40;
type Handler = (request: Request, context: { params: Promise<{ id: string }> }) => Promise<Response>;
const post = async (handler: Handler, id: string, body: unknown = {}): Promise<void> => {
  const request = new Request("http://127.0.0.1/api", { method: "POST", body: JSON.stringify(body) });
  const response = await handler(request, { params: Promise.resolve({ id }) });
  expect(response.status, await response.clone().text()).toBe(200);
};

type Act =
  | { readonly do: "read"; readonly what: "lateral" | "radial"; readonly spoke: number; readonly value: number }
  | { readonly do: "turn"; readonly spoke: number; readonly sixteenths: number }
  | { readonly do: "destress" | "take back" | "next round" };
const spoke = fc.integer({ min: 1, max: HOLES });
const act: fc.Arbitrary<Act> = fc.oneof(
  {
    weight: 5,
    arbitrary: fc.record({
      do: fc.constant("read" as const),
      what: fc.constantFrom("lateral" as const, "radial" as const),
      spoke,
      value: fc.integer({ min: -300, max: 300 }).map((v) => v / 100),
    }),
  },
  {
    weight: 6,
    arbitrary: fc.record({
      do: fc.constant("turn" as const),
      spoke,
      sixteenths: fc.integer({ min: -8, max: 8 }).filter((s) => s !== 0),
    }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constantFrom("destress" as const, "take back" as const) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant("next round" as const) }) },
);
/** What is under way at the same time, and how often each is sent. */
const moment = fc.array(fc.tuple(act, fc.integer({ min: 1, max: 3 })), { minLength: 1, maxLength: 4 });

interface Kept {
  readonly id: string;
  readonly read: Map<string, number>;
  readonly turned: number[];
  destressed: boolean;
}

/** Only what can be told apart afterwards may happen at once: a place read twice has a last reading only in turn. */
const together = (acts: readonly (readonly [Act, number])[]): (readonly [Act, number])[][] => {
  const alone = acts.some(([a]) => a.do !== "read" && a.do !== "turn");
  const places = acts.map(([a]) => (a.do === "read" ? `${a.what} ${a.spoke}` : crypto.randomUUID()));
  return alone || new Set(places).size < places.length ? acts.map((a) => [a]) : [[...acts]];
};

test("whatever is done at the bench, sent again and at once, stands in the record once, and on the wheel", async () => {
  let repeated = 0;
  const property = fc.asyncProperty(fc.array(moment, { minLength: 3, maxLength: 8 }), async (moments) => {
    const job = crypto.randomUUID();
    await post(openJobRoute as unknown as Handler, "", { id: job, kind: "practice" });
    const wheel = trialWheel("steel");
    await post(wheelFileRoute, job, wheel);
    await post(mountRoute, job, { seed: 7, start: "buckled" });
    const inHand = new StandInWheel(readWheel(wheel), hiddenWheel(7, "buckled"));
    const rounds: Kept[] = [];
    const open = async (times: number) => {
      const id = crypto.randomUUID();
      await Promise.all([...Array(times)].map(() => post(openRoundRoute, job, { id })));
      rounds.push({ id, read: new Map(), turned: new Array(HOLES).fill(0), destressed: false });
    };
    await open(2);
    let [readings, turns] = [0, 0];

    const send = async (a: Act, times: number): Promise<void> => {
      const round = rounds[rounds.length - 1];
      const again = (handler: Handler, body?: unknown) =>
        Promise.all([...Array(times)].map(() => post(handler, round.id, body)));
      if (times > 1) repeated++;
      if (a.do === "read") {
        const { what, spoke, value } = a;
        const body = { id: crypto.randomUUID(), what, spoke, value, typed: String(value), doubtful: false };
        round.read.set(`${what} ${spoke}`, value);
        readings++;
        await again(readingRoute, body);
      } else if (a.do === "turn") {
        const by = a.sixteenths / 16;
        round.turned[a.spoke - 1] += by;
        inHand.turn(a.spoke, by);
        turns++;
        await again(turnRoute, { id: crypto.randomUUID(), spoke: a.spoke, turns: by });
      } else if (a.do === "destress") {
        // A round is de-stressed once; pressed again it has been done.
        if (!round.destressed) inHand.destress();
        round.destressed = true;
        await again(destressRoute);
      } else if (a.do === "take back") {
        // Nipple by nipple, as the walk does it.
        const back = round.turned.flatMap((t, i) => (t === 0 ? [] : [{ spoke: i + 1, turns: -t }]));
        for (const t of back) {
          inHand.turn(t.spoke, t.turns);
          turns++;
          round.turned[t.spoke - 1] = 0;
          await again(turnRoute, { id: crypto.randomUUID(), ...t });
        }
      } else await open(times);
    };
    for (const acts of moments)
      for (const group of together(acts)) await Promise.all(group.map(([a, times]) => send(a, times)));

    const stored = await listRounds(job);
    expect(stored.map((r) => r.id)).toEqual(rounds.map((r) => r.id));
    expect(stored.map((r) => r.number)).toEqual(rounds.map((_, i) => i + 1));
    stored.forEach((r, i) => {
      const read = roundReadings(r, HOLES);
      for (const what of ["lateral", "radial"] as const)
        expect(read[what]).toEqual([...Array(HOLES)].map((_, k) => rounds[i].read.get(`${what} ${k + 1}`) ?? null));
      turnsMade(r, HOLES).forEach((t, k) => {
        expect(t).toBeCloseTo(rounds[i].turned[k], 9);
      });
      expect(r.destressed).toBe(rounds[i].destressed);
      expect(isTakenBack(r)).toBe(r.turns.length > 0 && rounds[i].turned.every((t) => t === 0));
    });
    const { tables } = await readArchive(job);
    expect([tables.readings.length, tables.turns.length], "lines in the record").toEqual([readings, turns]);

    const state = (await findPracticeWheel(job))?.state as StandInState;
    const own = inHand.state;
    for (const part of ["natural", "wound"] as const)
      state[part].forEach((v, k) => {
        expect(v, `${part} of spoke ${k + 1}`).toBeCloseTo(own[part][k], 9);
      });
    await database()("practice_wheels").where({ job_id: job }).delete();
  });
  await fc.assert(property, { numRuns: 25 });
  expect(repeated).toBeGreaterThan(100);
});
