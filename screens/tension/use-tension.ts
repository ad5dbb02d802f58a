"use client";
import { useMemo, useState } from "react";
import { figuresOf } from "@/core/measurement/taken";
import { RimBuckles } from "@/core/mechanics/buckling";
import { type ElasticWheel, elasticWheel } from "@/core/mechanics/elastic-wheel";
import { defaultStiffness } from "@/core/mechanics/stiffness";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { readRounds } from "@/core/rounds/read-rounds";
import type { Round, RoundPlan } from "@/core/rounds/round";
import type { ToleranceName } from "@/core/runout/tolerance";
import { sideTensions } from "@/core/tension/balance";
import { dutyOf } from "@/core/tension/duty";
import { type HeardKind, heardKind } from "@/core/tension/note-range";
import { sidesStanding } from "@/core/tension/sides-standing";
import { type StagedRound, stagedRounds, stagingOf } from "@/core/tension/staging";
import { knownSpokes, type SpokeTension, squeezes, tensionsTold } from "@/core/tension/told";
import { jobTolerance } from "@/core/truing/bench-way";
import { toldSince } from "@/core/wheel/told-since";
import type { Wheel } from "@/core/wheel/wheel-file";
import { beginRound } from "../parts/kept/begun-rounds";
import { post } from "../parts/kept/use-enter";
import { type JobOnPage, useJobNow, useRoundsNow } from "../parts/kept/use-job";
import { useTakeReadings } from "../parts/walk/use-take-readings";
import type { GaugeOnBench } from "./gauge-on-bench";
import { type TensionRound, tensionRounds } from "./tension-round";

/** What tension shows of a job, as it comes with the page. */
export interface TensionOnPage extends JobOnPage {
  readonly wheel: Wheel;
  readonly rounds: readonly Round[];
  readonly tables: readonly GaugeOnBench[];
  readonly toleranceName: ToleranceName;
  readonly practice: boolean;
  readonly presets: Readonly<Record<string, number | string>>;
}

/** A wheel within this of what is wanted is up to tension, fraction. */
const UP_TO = 0.05;

const elasticOrNull = (wheel: Wheel): ElasticWheel | null => {
  try {
    return elasticWheel(wheelGeometry(wheel), defaultStiffness(wheel));
  } catch (error) {
    if (error instanceof RimBuckles) return null;
    throw error;
  }
};

/** The tensions of a wheel as they are: the record's rounds, and what waits to get there. */
export const useTension = (job: TensionOnPage) => {
  const { tables } = job;
  const { taken } = useJobNow(job);
  const figures = useMemo(() => figuresOf(taken), [taken]);
  const wheel = useMemo(() => toldSince(job.wheel, figures), [job.wheel, figures]);
  const raw = useRoundsNow(job.jobId, job.rounds);
  const { spokes } = useMemo(() => wheelGeometry(wheel), [wheel]);
  const read = useMemo(() => readRounds(wheel, raw, tables), [wheel, raw, tables]);
  const rounds = useMemo(() => tensionRounds(read), [read]);
  const elastic = useMemo(() => elasticOrNull(wheel), [wheel]);
  const { kinds } = read;
  const none = useMemo(() => tensionsTold(wheel, kinds, [], []), [wheel, kinds]);
  const all = rounds.map((r) => r.entries);
  const current = rounds.at(-1) ?? null;
  // With nipples turned or spokes de-stressed since, what was read is the round before: the next reading opens a new one.
  const open = current && current.walked.length === 0 && !current.destressed ? current : null;
  const shown = open ?? current;
  const tensions: readonly SpokeTension[] = shown?.tensions ?? none;
  const wanted = sideTensions(wheel, spokes);
  const felt = taken["true.tight"]?.typed;
  const standing = sidesStanding({
    ...{ spokes, tensions, wanted },
    // After a planned round nobody read, what it should have brought is what is gone on from.
    broughtTo: rounds.findLast((r) => r.plan && r.walked.length === spokes.length)?.plan?.part ?? null,
    told: felt === undefined ? null : Number(felt),
    covered: taken["tension.covered"]?.typed === "done",
  });
  const plan: readonly StagedRound[] =
    elastic && standing
      ? stagedRounds(
          elastic,
          { A: standing.A.newton, B: standing.B.newton },
          wanted,
          wheel.spoke.threadPitch,
          stagingOf(figures),
          UP_TO,
        )
      : [];
  const calibrated: readonly HeardKind[] = kinds.map((k) => heardKind(k.sounding, knownSpokes(k, all)));
  return {
    wheel,
    figures,
    duty: dutyOf(figures).duty,
    tolerance: jobTolerance(job.toleranceName, taken),
    spokes,
    kinds,
    rounds,
    current,
    open,
    shown,
    tensions,
    wanted,
    standing,
    plan,
    elastic,
    calibrated,
    pairs: squeezes(shown?.entries ?? []),
    newtons: tensions.map((t) => t.tension),
  };
};

/** What is done to the rounds of a wheel being brought up. What it does shows by itself. */
export const useTensionActs = (jobId: string, holes: number, current: TensionRound | null) => {
  const [message, setMessage] = useState<string | null>(null);
  const take = useTakeReadings(jobId, current?.id ?? null, holes);
  return {
    message,
    setMessage,
    take,
    openRound: (plan: RoundPlan | null): void => {
      setMessage(null);
      beginRound({ what: "round", jobId, id: crypto.randomUUID(), kind: "tension", plan });
    },
    destress: async (): Promise<void> => {
      if (!current) return setMessage("read or turn something first: de-stressing shows by before and after");
      await post({ what: "destressed", jobId, roundId: current.id });
      setMessage("De-stressed: read again, and see what it took.");
    },
  };
};
