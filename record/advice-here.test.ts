import { expect, test } from "vitest";
import { settleAll } from "@/core/measurement/taken";
import { countingOf } from "@/core/rounds/left-out";
import { readRounds } from "@/core/rounds/read-rounds";
import type { Reading, ReadingKind } from "@/core/rounds/reading";
import { adviceOn, wayAheadOn } from "@/core/truing/round-advice";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { addAct } from "@/store/acts";
import { saveBuild } from "@/store/builds";
import { addMeasurement } from "@/store/measurements";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addReadings, addTurn, openRound } from "@/store/rounds";
import { adviseRound, wayAheadOfRound } from "./advice";
import { stageData } from "./stages/stage-data";

// A device that cannot reach the record works the advice out from what its page was told: the same advice.

ownDatabase(".test-output/advice-here");

test("what a page is told is enough to work out the very advice the record would give, round after round", async () => {
  const wheel = readWheel(trialWheel("steel"));
  const stand = new StandInWheel(wheel, hiddenWheel(7, "buckled"));
  const { id: jobId } = await openJob({ id: crypto.randomUUID(), kind: "rebuild" });
  await saveBuild({ jobId, wheel: trialWheel("steel"), assumed: [], version: 0 });
  // The bare rim was bent, a nipple is stuck, how tight it began was felt: all of it counts.
  const told = { unit: "mm", method: "", who: "", role: "new" as const };
  const holes = { name: "rim.holes", place: 0, typed: String(wheel.rim.holes), value: wheel.rim.holes };
  await addMeasurement({ ...told, ...holes, unit: "count", id: crypto.randomUUID(), jobId });
  for (let place = 1; place <= wheel.rim.holes; place++) {
    const value = 0.3 + 0.2 * Math.sin((4 * Math.PI * place) / wheel.rim.holes);
    await addMeasurement({
      ...{ ...told, id: crypto.randomUUID(), jobId, name: "rim.plate", place, typed: value.toFixed(2), value },
    });
  }
  await addAct(jobId, { id: crypto.randomUUID(), who: "", act: { what: "nipple-found", spoke: 5, found: "stuck" } });
  const reading = (what: ReadingKind, spoke: number, value: number): Reading => ({
    ...{ id: crypto.randomUUID(), what, spoke, value, typed: "", doubtful: false },
  });
  for (let round = 0; round < 2; round++) {
    const id = crypto.randomUUID();
    await openRound(jobId, { id });
    const places = Array.from({ length: wheel.rim.holes / 2 }, (_, i) => 1 + 2 * i);
    await addReadings(
      id,
      places.flatMap((spoke) => {
        const { lateral, radial } = stand.dialsAt((360 * (spoke - 1)) / wheel.rim.holes);
        return [reading("lateral", spoke, lateral), reading("radial", spoke, radial)];
      }),
    );
    // As it comes to a page, over the wire.
    const page = JSON.parse(JSON.stringify(await stageData("true", jobId)));
    const taken = settleAll(page.measurements);
    const read = readRounds(page.wheel, countingOf(page.rounds, new Set()), page.tables);
    const { toleranceName, usualSchool, bareBend, acts, kind } = page;
    expect(bareBend).toHaveLength(wheel.rim.holes);
    const here = { wheel: page.wheel, kind, toleranceName, usualSchool, taken, acts, read, bareBend };
    const advice = adviceOn(here, id);
    const ahead = wayAheadOn(here, id);
    expect(advice).toEqual(await adviseRound(jobId, id));
    expect(ahead).toEqual(await wayAheadOfRound(jobId, id));
    expect(advice.turns.some((t) => t !== 0)).toBe(true);
    for (const [i, turns] of advice.turns.entries())
      if (turns !== 0) {
        stand.turn(i + 1, turns);
        await addTurn(id, { id: crypto.randomUUID(), spoke: i + 1, turns, who: "" });
      }
  }
});
