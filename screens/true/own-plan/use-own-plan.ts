"use client";
import type { PlanName, RoundPlans } from "@/core/shop/practice-plan";
import { hintsOf } from "@/core/truing/saying/hints";
import { withSideNames } from "@/core/wheel/side-names";
import { changeRecord } from "../../parts/kept/change-record";
import { useOwnDraft } from "../../parts/kept/kept-choice";
import { lookAgain } from "../../parts/kept/look-again";
import { queryClient } from "../../parts/kept/query-client";
import { saidOf } from "../../parts/kept/sent";
import { useWho } from "../../parts/kept/use-who";
import type { RoundNow } from "../round-now";
import { altered } from "../use-altered";
import type { TrueOnPage } from "../use-true";

/** A plan as it grows on this tablet, before it stands. */
interface Draft {
  readonly round: string;
  readonly turns: Readonly<Record<number, number>>;
  readonly hints: number;
}

const draftOf = (kept: string, round: string): Draft => {
  try {
    const read = JSON.parse(kept) as Draft;
    if (read.round === round) return read;
  } catch {
    // None was begun here.
  }
  return { round, turns: {}, hints: 0 };
};

/** The plans stand with their round at once: the record has them, and is only asked for all else. */
const showPlans = (jobId: string, plans: RoundPlans): void => {
  queryClient.setQueriesData<{ plans?: readonly RoundPlans[] | null }>({ queryKey: ["job", jobId] }, (data) =>
    data?.plans ? { ...data, plans: [...data.plans.filter((p) => p.round !== plans.round), plans] } : data,
  );
  lookAgain(jobId);
};

/** Whoever trains plans a round himself before he sees what is advised, and what a hand would do; hints come on request. */
export const useOwnPlan = (
  { jobId, plans, names, wheel }: TrueOnPage,
  { round, read, turned }: RoundNow,
  onMessage: (message: string | null) => void,
) => {
  const [kept, keep] = useOwnDraft();
  const [who] = useWho();
  const advice = round?.advice ?? null;
  const stood = plans?.find((p) => p.round === round?.id) ?? null;
  const planning = plans !== null && advice !== null && round !== null && read > 0 && turned === 0 && stood === null;
  const draft = draftOf(kept, round?.id ?? "");
  const turns = [...Array(wheel.rim.holes).keys()].map((i) => draft.turns[i + 1] ?? 0);
  const hints = planning ? hintsOf(advice, round).map((h) => withSideNames(h, names)) : [];
  const put = (over: Partial<Draft>) => keep(JSON.stringify({ ...draft, ...over }));
  const compare = async (own: readonly number[] | null) => {
    if (!round) return;
    const told = { round: round.id, turns: own, hints: draft.hints, who };
    const sent = await changeRecord<RoundPlans>(`/api/jobs/${jobId}/practice/plans`, told);
    onMessage(saidOf(sent));
    if (sent.state === "taken") showPlans(jobId, sent.value);
  };
  return {
    /** The own plan is still to be made, or what came of it stands beside the others; neither on another wheel. */
    planning,
    stood,
    turns,
    alter: (spoke: number, by: number) => put({ turns: { ...draft.turns, [spoke]: altered(turns[spoke - 1], by) } }),
    /** The hints asked for so far, and one more. */
    hints: hints.slice(0, draft.hints),
    hintsLeft: Math.max(0, hints.length - draft.hints),
    askHint: () => put({ hints: Math.min(hints.length, draft.hints + 1) }),
    compare: () => compare(turns),
    adviceFirst: () => compare(null),
    choose: async (chosen: PlanName) => {
      if (!stood) return;
      const told = { round: stood.round, chosen };
      const sent = await changeRecord(`/api/jobs/${jobId}/practice/plans`, told, "PATCH");
      onMessage(saidOf(sent));
      if (sent.state === "taken") showPlans(jobId, { ...stood, chosen });
    },
  };
};
