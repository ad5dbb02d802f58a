"use client";
import { useState } from "react";
import type { GaugeTable } from "@/core/tension/gauge-table";
import type { StagedRound } from "@/core/tension/staging";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { lookAgain } from "../parts/kept/use-enter";
import type { Walking } from "./tension-walk";
import type { TensionOnPage, useTension, useTensionActs } from "./use-tension";

interface TensionWalksOptions {
  readonly job: TensionOnPage;
  readonly now: ReturnType<typeof useTension>;
  readonly acts: ReturnType<typeof useTensionActs>;
  readonly table: GaugeTable | null;
  /** A gauge without a table says nothing in newtons. */
  readonly onNoTable: () => void;
}

/** Which walk along the spokes is open, and what begins one. */
export const useTensionWalks = ({ job, now, acts, table, onNoTable }: TensionWalksOptions) => {
  const { jobId } = job;
  const [walking, setWalking] = useState<Walking | null>(null);
  const [mounted, setMounted] = useState(false);
  return {
    walking,
    practice: job.practice || mounted,
    begin: async (way: Walking) => {
      if (way === "gauge" && (table === null || table.points.length < 2)) return onNoTable();
      acts.setMessage(null);
      if (!now.open && !(await acts.openRound(null))) return;
      setWalking(way);
    },
    turn: async (staged: StagedRound) => {
      const turns = now.spokes.map((s) => staged.turns[s.flange]);
      if (await acts.openRound({ part: staged.part, turns })) setWalking("turn");
    },
    goOn: () => setWalking("turn"),
    mount: async () => {
      const seed = 1 + (Date.now() % 9973);
      const sent = await changeRecord(`/api/jobs/${jobId}/practice`, { seed, start: "fresh" });
      acts.setMessage(saidOf(sent));
      if (sent.state === "taken") setMounted(true);
    },
    end: () => {
      setWalking(null);
      lookAgain(jobId);
    },
  };
};
