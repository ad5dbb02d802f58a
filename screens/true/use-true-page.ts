"use client";
import { useState } from "react";
import { isLacedAnew } from "@/core/wheel/stages";
import { useOwnPlan } from "./own-plan/use-own-plan";
import { readingStops, valueAt } from "./reading-places";
import { goesOn, placesAsked, roundNow } from "./round-now";
import { doubtsTight } from "./sitting";
import { useAdvised } from "./use-advised";
import { useAltered } from "./use-altered";
import { useForecast } from "./use-forecast";
import { useReadNow } from "./use-read-now";
import { useReadingPlan } from "./use-reading-plan";
import { useRounds } from "./use-rounds";
import { type TrueOnPage, useTrue } from "./use-true";
import { useWalks } from "./use-walks";

/** The wheel on the stand: its rounds, the one at hand and what is compared with it, what is advised, and the walks. */
export const useTruePage = (job: TrueOnPage, readNow: boolean) => {
  const { jobId, toleranceName } = job;
  const now = useTrue(job);
  const { rounds } = now;
  const here = roundNow(rounds);
  const { round, read, turned } = here;
  const acts = useRounds(jobId, now.onStand, round);
  const [comparedWith, setComparedWith] = useState<number | null>(null);
  const before = comparedWith === null ? here.earlier : (rounds.find((r) => r.number === comparedWith) ?? null);
  const own = useOwnPlan(job, here, acts.setMessage);
  // Whoever trains sees no advice before his own plan stands; whose turns are made then is his choice.
  const advice = own.planning ? null : (round?.advice ?? null);
  const chosen = own.stood?.plans[own.stood.chosen] ?? null;
  const plan = useAltered(chosen?.turns ?? advice?.turns ?? null, round?.walked ?? []);
  const forecast = useForecast(now.onStand.wheel, chosen ? null : advice, plan.altered);
  const reading = useReadingPlan({
    ...{ jobId, holes: now.spokes.length },
    asked: placesAsked(goesOn(round, { turned, read, toTurn: plan.toTurn }) ? here.earlier : (round ?? here.earlier)),
    // Who waits for a wheel that comes only to be trued has its middle as the machine keeps it; a key asks all the same.
    firstOffset: isLacedAnew(job.kind) && rounds.length <= 1 && rounds.every((r) => r.offset === null),
    bothEdges: round?.farEdge.some((v) => v !== null) ?? false,
  });
  const { plan: toRead } = reading;
  const stops = readingStops(now.spokes.length, toRead.places, toRead.tension, toRead.offset, toRead.edges);
  const walks = useWalks({
    allRead: round !== null && stops.every((stop) => valueAt(round, stop) !== null),
    ...{ jobId, round, read, turned, toTurn: plan.toTurn, first: rounds.length === 0 },
    ...{ taken: now.taken, entries: now.entries, open: acts.open },
    doubtsTight: doubtsTight(job.kind, now.taken, rounds),
  });
  useReadNow(readNow && rounds.length === 0, () => void walks.begin("read"));
  return {
    ...{ now, here, before, advice, own, plan, acts, walks, reading },
    forecast: chosen ?? forecast,
    advised: useAdvised({ jobId, toleranceName, round, acts, plan, walks }),
    compareWith: setComparedWith,
  };
};
