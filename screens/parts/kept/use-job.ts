"use client";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import type { DoneAct } from "@/core/acts/act";
import { type Entry, settleAll, type Taken } from "@/core/measurement/taken";
import type { Round } from "@/core/rounds/round";
import { type RoundEvent, withWaiting } from "@/core/rounds/with-waiting";
import type { JobKind, Stage, StageState } from "@/core/wheel/stages";
import { useBegun } from "./begun-rounds";
import type { Entered } from "./entered";
import { getJson } from "./get-json";
import { isOwn, lookWhenCalm } from "./look-again";
import { NO_POST, onPost, type Post, postNow, recordShows, sendAtOnce } from "./post-office";
import { queryClient } from "./query-client";
import { withTold } from "./told";
import { useJobTold } from "./told-by-shop";
import { useKeepJob } from "./use-keep-job";

/** What every stage's place is told of its job. */
export interface JobOnPage {
  readonly jobId: string;
  readonly title: string;
  readonly kind: JobKind;
  /** How many changes the record had had when this was read. */
  readonly changes: number;
  /** Made by mistake: nowhere counted, and can be brought back. */
  readonly putAway: boolean;
  readonly names: { readonly A: string; readonly B: string };
  readonly stages: readonly { readonly stage: Stage; readonly state: StageState }[];
  readonly measurements: readonly Entry[];
  readonly acts: readonly DoneAct[];
  /** Letters of it that no paper can show. */
  readonly notPrinted: readonly string[];
}

/** ms after which another tablet's reading stands here at the latest. */
const LOOK_EVERY = 500;
/** The same while the record does not answer. */
const LOOK_SELDOM = 3000;
/** ms in which what is sent is mostly answered. */
const ANSWERED = 150;

export const usePost = (): Post => useSyncExternalStore(onPost, postNow, () => NO_POST);

/**
 * What a stage shows of its job: as it came with the page, and fetched anew whenever the record changed, here or on
 * another tablet. While the record does not answer the last answer stands.
 */
export const useStage = <D extends JobOnPage>(stage: Stage, initial: D): D => {
  const { jobId } = initial;
  const { data = initial } = useQuery({
    queryKey: ["job", jobId, stage],
    queryFn: () => getJson<D>(`/api/jobs/${jobId}/stages/${stage}`),
    // A page left and come back to brings newer data with it than was fetched before.
    initialData: () => {
      const held = queryClient.getQueryData<D>(["job", jobId, stage]);
      return held && held.changes > initial.changes ? held : initial;
    },
    staleTime: Number.POSITIVE_INFINITY,
  });
  const told = useJobTold(jobId);
  const look = useQuery({
    queryKey: ["changes", jobId],
    queryFn: () => getJson<{ changes: number }>(`/api/jobs/${jobId}/changes`),
    refetchInterval: ({ state }) => (told ? false : state.status === "error" ? LOOK_SELDOM : LOOK_EVERY),
    staleTime: 0,
  });
  const now = data.changes >= initial.changes ? data : initial;
  const { changes } = now;
  const newest = look.data?.changes ?? 0;
  useEffect(() => {
    if (newest <= changes) return;
    const look = () => {
      if (isOwn(postNow().delivered, jobId, changes, newest)) lookWhenCalm(jobId);
      else void queryClient.invalidateQueries({ queryKey: ["job", jobId] });
    };
    const sends = postNow().letters.some((l) => l.lane === jobId && !l.refusal);
    if (!sends) return look();
    // The shop may tell of what is sent from here before it has answered.
    const timer = setTimeout(look, ANSWERED);
    return () => clearTimeout(timer);
  }, [newest, changes, jobId]);
  useEffect(() => recordShows(jobId, changes), [jobId, changes]);
  useKeepJob(jobId, changes, now.stages);
  // The record answers again: what waits goes at once, not when its time has come.
  const answers = look.isSuccess;
  useEffect(() => {
    if (answers && postNow().letters.some((l) => !l.refusal)) sendAtOnce();
  }, [answers]);
  const waiting = useWaiting(jobId);
  return useMemo(() => {
    const told = { sideA: now.names.A, sideB: now.names.B };
    const { sideA, sideB } = withTold(told, waiting);
    return sideA === told.sideA && sideB === told.sideB ? now : { ...now, names: { A: sideA, B: sideB } };
  }, [now, waiting]);
};

/** Something entered, and when. */
type Waiting = Entered & { readonly since: string };

/** What was entered for a job on this device and is not in what the record answered; refused entries are none of it. */
export const useWaiting = (jobId: string): readonly Waiting[] => {
  const { letters, delivered } = usePost();
  return useMemo(
    () =>
      [...delivered, ...letters.filter((l) => !l.refusal)]
        .filter(({ lane }) => lane === jobId)
        .sort((a, b) => a.at - b.at)
        // Delivered and not struck yet it stands in both.
        .filter(({ at }, i, all) => all[i - 1]?.at !== at)
        .map(({ entered, since }) => ({ ...entered, since: new Date(since).toISOString() })),
    [letters, delivered, jobId],
  );
};

/** A job as it is: what the record holds and what waits to be sent, summed. */
export interface JobNow {
  /** In the order put down. */
  readonly measurements: readonly Entry[];
  readonly entries: Readonly<Record<string, readonly Entry[]>>;
  readonly taken: Readonly<Record<string, Taken>>;
  readonly acts: readonly DoneAct[];
}

export const useJobNow = ({ jobId, measurements, acts }: JobOnPage): JobNow => {
  const waiting = useWaiting(jobId);
  return useMemo(() => {
    const held = new Set(measurements.map((m) => m.id));
    const figures = waiting.flatMap((w) =>
      w.what === "figure" && !held.has(w.figure.id) ? [{ ...w.figure, at: w.since, beside: null }] : [],
    );
    const all: Entry[] = [...measurements, ...figures];
    const entries: Record<string, Entry[]> = {};
    for (const entry of all) {
      entries[entry.name] ??= [];
      entries[entry.name].push(entry);
    }
    const done = new Set(acts.map((a) => a.id));
    const more = waiting.flatMap((w) =>
      w.what === "act" && !done.has(w.id) ? [{ id: w.id, act: w.act, who: w.who, at: w.since }] : [],
    );
    return {
      measurements: figures.length > 0 ? all : measurements,
      entries,
      taken: settleAll(all),
      acts: more.length > 0 ? [...acts, ...more] : acts,
    };
  }, [measurements, acts, waiting]);
};

const isRoundEvent = <E extends Entered>(e: E): e is E & RoundEvent =>
  e.what === "round" || e.what === "readings" || e.what === "turn" || e.what === "destressed" || e.what === "advised";

/** The rounds as they are: the record's, what waits to get there, and the one begun here. */
export const useRoundsNow = (jobId: string, rounds: readonly Round[]): readonly Round[] => {
  const waiting = useWaiting(jobId);
  const begun = useBegun(jobId);
  return useMemo(
    () => withWaiting(rounds, [...waiting.filter(isRoundEvent), ...(begun ? [begun] : [])]),
    [rounds, waiting, begun],
  );
};
