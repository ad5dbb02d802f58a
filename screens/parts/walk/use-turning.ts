"use client";
import { useRef, useState } from "react";
import { turnWords } from "@/core/truing/saying/turn-words";
import { useWho } from "../kept/kept-choice";
import { post } from "../kept/use-enter";
import { signal } from "./signal";

/** What a walk along the nipples turns, and what of it is turned. */
export interface Turning {
  readonly jobId: string;
  readonly roundId: string;
  /** Turns wanted of each nipple, + tighter. */
  readonly turns: readonly number[];
  /** Spokes whose turn was recorded, and what each was turned. */
  readonly walked: readonly number[];
  readonly made: readonly number[];
  /** Told beside the record, which shows it by itself. */
  readonly onTurned?: (spoke: number) => void;
  readonly onUndone?: (spoke: number) => void;
  readonly onEnd: () => void;
}

/** Where the walk stands, what is to be turned there or was, and what puts it into the record or takes it out. */
export const useTurning = (t: Turning) => {
  const list = t.turns.flatMap((turn, i) => (turn === 0 ? [] : [i + 1]));
  const isOpen = (spoke: number) => !t.walked.includes(spoke);
  const [here, setHere] = useState(() => Math.max(0, list.findIndex(isOpen)));
  const [altered, setAltered] = useState<number | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const keeping = useRef(false);
  const [who] = useWho();
  const spoke = list[Math.min(here, list.length - 1)] ?? 1;
  // Gone back to: what was done there, and nothing is done twice.
  const was = isOpen(spoke) ? 0 : t.made[spoke - 1];
  const turn = was !== 0 ? was : (altered ?? t.turns[spoke - 1]);
  const move = (to: number) => {
    setAltered(null);
    setMessage(null);
    if (to >= list.length) t.onEnd();
    else setHere(Math.max(0, to));
  };
  const record = async (turns: number): Promise<boolean> => {
    // Pressed again before it is kept: one press is one turn.
    if (keeping.current) return false;
    keeping.current = true;
    const { jobId, roundId } = t;
    const at = new Date().toISOString();
    await post({ what: "turn", jobId, roundId, turn: { id: crypto.randomUUID(), spoke, turns, who, at } });
    keeping.current = false;
    signal("taken");
    return true;
  };
  return {
    ...{ list, here, spoke, was, turn, message, setMessage, move },
    left: list.filter(isOpen).length,
    alter: (by: number) => setAltered(turn + by),
    done: async () => {
      if (!(await record(turn))) return;
      t.onTurned?.(spoke);
      // Past what was turned before: nothing is asked twice.
      const next = list.findIndex((s, i) => i > here && isOpen(s));
      move(next < 0 ? list.length : next);
    },
    undo: async () => {
      if (!(await record(-was))) return;
      setAltered(null);
      t.onUndone?.(spoke);
      setMessage(`taken out of the record: turn it back as well, ${turnWords(-was)}`);
    },
  };
};
