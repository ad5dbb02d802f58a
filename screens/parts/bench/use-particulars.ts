"use client";
import { useRef, useState } from "react";
import { lookAgain } from "../kept/look-again";
import { useEnter } from "../kept/use-enter";
import type { ParticularAsked } from "./bench-record";

/** What the record would not put down as it was told. */
export interface ParticularRefused {
  readonly p: ParticularAsked;
  readonly given: string;
  readonly message: string;
  /** What somebody else put down meanwhile: which is right? null where it was refused for something else. */
  readonly stored: string | null;
  /** Told once more it is meant. */
  readonly asks: boolean;
}

/** As the record keeps it: no day is no text. */
const kept = (p: ParticularAsked, typed: string): string | null => (p.orNone && typed === "" ? null : typed);

interface Told {
  readonly p: ParticularAsked;
  readonly typed: string;
  /** How the line stood for whoever tells it. */
  readonly seen: string;
  /** It was refused and is meant. */
  readonly again?: boolean;
}

/**
 * Lines about the job itself: each is entered as it is told, and the hand goes on at once. What the record will not have is
 * shown near it and asked, for what it holds now may be another line.
 *
 * @param done which line was told; until the promise is kept it may not be shown as told
 */
export const useParticulars = (
  jobId: string,
  active: ParticularAsked | undefined,
  done: (key: string, coming: Promise<unknown>) => void,
) => {
  const enter = useEnter(jobId);
  const [refused, setRefused] = useState<readonly ParticularRefused[]>([]);
  const without = (key: string) => setRefused((all) => all.filter((r) => r.p.key !== key));
  // How the line in hand stood when it was taken up: what somebody puts down meanwhile is not overruled.
  const inHand = useRef<{ readonly key: string; readonly value: string } | null>(null);
  if (!active) inHand.current = null;
  else if (inHand.current?.key !== active.key) inHand.current = { key: active.key, value: active.value };
  const newest = useRef(new Map<string, Told>());
  const tell = async (told: Told): Promise<void> => {
    const { p, typed, seen, again = false } = told;
    const { key } = p;
    newest.current.set(key, told);
    without(key);
    const sent = await enter({ what: "told", jobId, key, value: kept(p, typed), seen: kept(p, seen), again });
    // Told anew meanwhile it is no question any more.
    if (sent.state !== "refused" || newest.current.get(key) !== told) return;
    const { message, asks = false } = sent;
    const there = sent.stored as Record<string, unknown> | undefined;
    const stored = there ? String(there[key] ?? "") : null;
    setRefused((all) => [...all.filter((r) => r.p.key !== key), { p, given: typed, message, stored, asks }]);
  };
  return {
    take: (p: ParticularAsked, typed: string) => {
      const seen = inHand.current?.key === p.key ? inHand.current.value : p.value;
      done(p.toldFor ?? p.key, tell({ p, typed, seen }));
    },
    refused,
    /** What was typed for a line and refused. */
    refusedOf: (key: string | undefined) => refused.find((r) => r.p.key === key && !r.p.toldFor),
    /** What was given here is meant; of two answers to one line it is asked whatever else there is to ask of it. */
    insist: ({ p, given, stored, asks }: ParticularRefused) =>
      tell({ p, typed: given, seen: stored ?? p.value, again: asks }),
    /** What stands there stands. */
    letStand: (key: string) => {
      without(key);
      lookAgain(jobId);
    },
  };
};
