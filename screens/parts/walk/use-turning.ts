"use client";
import { useRef, useState } from "react";
import { turnWords } from "@/core/truing/saying/turn-words";
import { post } from "../kept/use-enter";
import { useWho } from "../kept/use-who";
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
  /** The last one is being put into the record: it stays as it is until the walk is left. */
  const [leaving, setLeaving] = useState(false);
  const keeping = useRef(false);
  const [who] = useWho();
  const spoke = list[Math.min(here, list.length - 1)] ?? 1;
  // Gone back to: what was done there, and nothing is done twice.
  const was = isOpen(spoke) || leaving ? 0 : t.made[spoke - 1];
  const turn = was !== 0 ? was : (altered ?? t.turns[spoke - 1]);
  const move = (to: number) => {
    setAltered(null);
    setMessage(null);
    if (to >= list.length) t.onEnd();
    else setHere(Math.max(0, to));
  };
  const [atOnce, setAtOnce] = useState<readonly { readonly spoke: number; readonly turns: number }[]>([]);
  const put = (of: number, turns: number): Promise<void> => {
    const { jobId, roundId } = t;
    const at = new Date().toISOString();
    return post({ what: "turn", jobId, roundId, turn: { id: crypto.randomUUID(), spoke: of, turns, who, at } });
  };
  const record = async (turns: number): Promise<boolean> => {
    // Pressed again before it is kept: one press is one turn.
    if (keeping.current) return false;
    keeping.current = true;
    await put(spoke, turns);
    keeping.current = false;
    signal("taken");
    return true;
  };
  return {
    ...{ list, here, spoke, was, turn, message, leaving, setMessage, move },
    left: list.filter(isOpen).length,
    alter: (by: number) => setAltered(turn + by),
    done: async () => {
      // Past what was turned before: nothing is asked twice.
      const next = list.findIndex((s, i) => i > here && isOpen(s));
      if (next < 0 && !keeping.current) setLeaving(true);
      if (!(await record(turn))) return;
      t.onTurned?.(spoke);
      move(next < 0 ? list.length : next);
    },
    /** All that are left were turned as told, in one go; in one go it is taken back. */
    atOnce,
    restAsTold: async () => {
      if (keeping.current) return;
      keeping.current = true;
      const rest = list.filter(isOpen).map((s) => ({ spoke: s, turns: t.turns[s - 1] }));
      for (const r of rest) {
        await put(r.spoke, r.turns);
        t.onTurned?.(r.spoke);
      }
      keeping.current = false;
      setAtOnce(rest);
      signal("taken");
    },
    takeBackRest: async () => {
      for (const r of atOnce) {
        await put(r.spoke, -r.turns);
        t.onUndone?.(r.spoke);
      }
      setAtOnce([]);
    },
    undo: async () => {
      if (!(await record(-was))) return;
      setAltered(null);
      t.onUndone?.(spoke);
      setMessage(`taken out of the record: turn it back as well, ${turnWords(-was)}`);
    },
  };
};
