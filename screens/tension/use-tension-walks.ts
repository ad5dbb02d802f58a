"use client";
import { useState } from "react";
import type { GaugeTable } from "@/core/tension/gauge-table";
import type { StagedRound } from "@/core/tension/staging";
import { forgetRound } from "../parts/kept/begun-rounds";
import { lookAgain } from "../parts/kept/look-again";
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
  return {
    walking,
    begin: (way: Walking) => {
      if (way === "gauge" && (table === null || table.points.length < 2)) return onNoTable();
      acts.setMessage(null);
      if (!now.open) acts.openRound(null);
      setWalking(way);
    },
    turn: (staged: StagedRound) => {
      const turns = now.spokes.map((s) => staged.turns[s.flange]);
      acts.openRound({ part: staged.part, turns });
      setWalking("turn");
    },
    goOn: () => setWalking("turn"),
    end: () => {
      setWalking(null);
      forgetRound(jobId);
      lookAgain(jobId);
    },
  };
};
