import type { Taken } from "@/core/measurement/taken";
import { foundRound } from "@/core/rounds/as-found";
import { firstTensions, lastTensions, runOutRounds } from "@/core/rounds/counting-rounds";
import type { RunOutLine } from "@/core/rounds/inside-tolerance";
import { besideWords, lineTotal } from "@/core/rounds/line-total";
import type { Round } from "@/core/rounds/round";
import { turnsMade } from "@/core/rounds/turn";
import type { Visit, WheelHistory } from "@/core/shop/visit";
import { jobsOfWheel } from "@/store/jobs";
import { signersOf } from "@/store/sheets";
import { type BenchRecord, benchRecord, benchRecords } from "./bench-record";

/** Run-out as told when it came in; empty where only the first round says it. */
const foundAt = (taken: Readonly<Record<string, Taken>>): { readonly tir?: string } => {
  const [lateral, radial] = [taken["found.lateral"]?.value, taken["found.radial"]?.value];
  if (lateral === undefined && radial === undefined) return {};
  return { tir: [lateral, radial].map((v) => v?.toFixed(2) ?? "–").join(", ") };
};

const visitOf = (record: BenchRecord, opened: string, signedBy: string | null): Visit => {
  const { job, taken, acts, rounds, read } = record;
  const counting = runOutRounds(read);
  const found = foundRound({ kind: job.kind, acts, read });
  const lines = (round: Round | null | undefined) => {
    if (!round) return { lateral: [], radial: [], tir: "" };
    const readings = read.readings(round);
    const { lateral, radial } = readings;
    const tir = (what: RunOutLine) => besideWords(lineTotal(readings, what)) ?? "–";
    return { lateral, radial, tir: `${tir("lateral")}, ${tir("radial")}` };
  };
  return {
    jobId: job.id,
    kind: job.kind,
    wanted: job.wanted,
    opened,
    finished: job.finishedAt?.slice(0, 10) ?? null,
    signedBy,
    recheckOn: job.recheckOn,
    found: { ...lines(found), ...foundAt(taken) },
    left: lines(counting.at(-1)),
    foundTension: (job.kind === "rebuild" && !found ? null : firstTensions(read))?.map((t) => t.tension) ?? [],
    leftTension: lastTensions(read)?.map((t) => t.tension) ?? [],
    rounds: counting.length,
    destressed: rounds.filter((r) => r.destressed).length,
    nipplesTurned: rounds.reduce((n, r) => n + turnsMade(r, read.holes).filter((t) => t !== 0).length, 0),
  };
};

/** The visit of its wheel before this job; null where this is the first. */
export const visitBefore = async (jobId: string, wheelId: string): Promise<Visit | null> => {
  const jobs = await jobsOfWheel(wheelId);
  const before = jobs[jobs.findIndex((j) => j.id === jobId) - 1];
  if (!before) return null;
  const [record, signers] = await Promise.all([benchRecord(before.id), signersOf([before.id])]);
  return record && visitOf(record, before.opened, signers(before.id));
};

/** Every visit of a wheel, oldest first; null when there is no such wheel. */
export const wheelHistory = async (wheelId: string): Promise<WheelHistory | null> => {
  const jobs = await jobsOfWheel(wheelId);
  const first = jobs[0];
  if (!first) return null;
  const ids = jobs.map((job) => job.id);
  const [records, signers] = await Promise.all([benchRecords(ids), signersOf(ids)]);
  const visits = jobs.flatMap((job) => {
    const record = records(job.id);
    return record ? [visitOf(record, job.opened, signers(job.id))] : [];
  });
  const { mark, machine, customer, customerId, sideA, sideB } = first;
  return { wheelId, mark, machine, customer, customerId, sideA, sideB, visits };
};
