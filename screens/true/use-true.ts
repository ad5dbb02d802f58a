"use client";
import { useMemo } from "react";
import { roundsLeftOut } from "@/core/acts/acts-come-to";
import { placeSpokes } from "@/core/lacing/placement";
import { figuresOf } from "@/core/measurement/taken";
import type { OffsetWay } from "@/core/offset/offset-now";
import { countingOf } from "@/core/rounds/left-out";
import { readRounds } from "@/core/rounds/read-rounds";
import type { Round } from "@/core/rounds/round";
import type { ToleranceName } from "@/core/runout/tolerance";
import type { RoundPlans } from "@/core/shop/practice-plan";
import { sideTensions } from "@/core/tension/balance";
import type { GaugeTable } from "@/core/tension/gauge-table";
import { benchWay } from "@/core/truing/bench-way";
import type { School } from "@/core/truing/solving/schools";
import { toldSince } from "@/core/wheel/told-since";
import type { Wheel } from "@/core/wheel/wheel-file";
import { type JobOnPage, useJobNow, useRoundsNow } from "../parts/kept/use-job";
import { roundViews } from "./round-view";
import type { StandTold } from "./work-out-here";

/** What truing shows of a job, as it comes with the page. */
export interface TrueOnPage extends JobOnPage {
  readonly wheel: Wheel;
  readonly rounds: readonly Round[];
  readonly tables: readonly GaugeTable[];
  readonly toleranceName: ToleranceName;
  readonly usualSchool: School;
  readonly practice: boolean;
  /** Where a level is trained on: each round's own plan beside the others, which come after it. Else null. */
  readonly plans: readonly RoundPlans[] | null;
  /** mm, each hole: the bare rim's own bend on the flat plate, where it was tried. */
  readonly bareBend: readonly number[] | null;
  readonly assumed: number;
  /** What the flat plate said of the bare rim, when it said anything against it. */
  readonly plate: string | null;
  /** How the offset can be told at the stand. */
  readonly offsetWays: readonly OffsetWay[];
}

/** The wheel being trued as it is: the record, and what waits to get there. */
export interface TrueNow {
  readonly job: TrueOnPage;
  readonly spokes: ReturnType<typeof placeSpokes>;
  readonly wanted: ReturnType<typeof sideTensions>;
  readonly way: ReturnType<typeof benchWay>;
  readonly taken: ReturnType<typeof useJobNow>["taken"];
  readonly entries: ReturnType<typeof useJobNow>["entries"];
  readonly rounds: ReturnType<typeof roundViews>;
  /** Rounds whose readings were left out. */
  readonly out: readonly Round[];
  /** What advice rests on, for working it out here while the record is away. */
  readonly onStand: StandTold;
}

export const useTrue = (job: TrueOnPage): TrueNow => {
  const { tables, toleranceName, usualSchool } = job;
  const { taken, entries, acts } = useJobNow(job);
  const wheel = useMemo(() => toldSince(job.wheel, figuresOf(taken)), [job.wheel, taken]);
  const all = useRoundsNow(job.jobId, job.rounds);
  const leftOut = useMemo(() => roundsLeftOut(acts), [acts]);
  const raw = useMemo(() => countingOf(all, leftOut), [all, leftOut]);
  const spokes = useMemo(() => placeSpokes(wheel), [wheel]);
  const wanted = useMemo(() => sideTensions(wheel, spokes), [wheel, spokes]);
  const rounds = useMemo(() => roundViews(readRounds(wheel, raw, tables)), [wheel, raw, tables]);
  const way = useMemo(
    () => benchWay({ holes: spokes.length, tolerance: toleranceName, taken, acts }, usualSchool),
    [spokes, toleranceName, taken, acts, usualSchool],
  );
  const { kind, bareBend } = job;
  const onStand = useMemo(
    () => ({ ...{ wheel, kind, toleranceName, usualSchool, taken, acts, bareBend, tables }, rounds: raw }),
    [wheel, kind, toleranceName, usualSchool, taken, acts, bareBend, tables, raw],
  );
  const out = useMemo(() => all.filter((r) => leftOut.has(r.id)), [all, leftOut]);
  return { job, spokes, wanted, way, taken, entries, rounds, out, onStand };
};
