"use client";
import { useState } from "react";
import type { ToleranceName } from "@/core/runout/tolerance";
import type { Misread } from "@/core/truing/knowing/misread";
import { changeRecord } from "../parts/kept/change-record";
import { lookAgain } from "../parts/kept/look-again";
import { saidOf } from "../parts/kept/sent";
import type { RoundView } from "./round-view";
import type { useAltered } from "./use-altered";
import type { useRounds } from "./use-rounds";
import type { useWalks } from "./use-walks";

interface AdvisedOptions {
  readonly jobId: string;
  /** As it stands, for changing it. */
  readonly toleranceName: ToleranceName;
  readonly round: RoundView | null;
  readonly acts: ReturnType<typeof useRounds>;
  readonly plan: ReturnType<typeof useAltered>;
  readonly walks: ReturnType<typeof useWalks>;
}

/** Asking for advice, and all that makes it be asked for again. */
export const useAdvised = ({ jobId, toleranceName, round, acts, plan, walks }: AdvisedOptions) => {
  const [asRead, setAsRead] = useState(false);
  const ask = async () => {
    walks.endWalk();
    plan.asPlanned();
    setAsRead(false);
    await acts.ask();
  };
  return {
    ask,
    /** Places that look misread; none once they were told to stand as read. */
    misread: (!asRead && round?.advice?.misread) || [],
    dismiss: () => setAsRead(true),
    /** Left before the first reading there is nothing to advise on, and nothing to complain of. */
    leave: () => {
      const any = [...(round?.lateral ?? []), ...(round?.radial ?? []), round?.offset ?? null].some((v) => v !== null);
      if (any) void ask();
      else walks.endWalk();
    },
    setTolerance: async (tolerance: ToleranceName) => {
      const sent = await changeRecord(
        `/api/jobs/${jobId}`,
        { change: { tolerance }, seen: { tolerance: toleranceName } },
        "PATCH",
      );
      acts.setMessage(saidOf(sent));
      if (sent.state !== "taken") return;
      lookAgain(jobId);
      await ask();
    },
    mend: (m: Misread) => {
      const mended = m.mended.flatMap((value, i) =>
        value === null || value === round?.[m.what][i]
          ? []
          : [{ what: m.what, spoke: i + 1, value, typed: m.code, method: "mended" as const }],
      );
      const wrong = acts.take(mended);
      if (wrong) acts.setMessage(wrong);
      else void ask();
    },
  };
};
