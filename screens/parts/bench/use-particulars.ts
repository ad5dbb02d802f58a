"use client";
import { useRef, useState } from "react";
import { saidOf } from "../kept/sent";
import { lookAgain, useEnter } from "../kept/use-enter";
import type { ParticularAsked } from "./bench-record";

/** Two answers to one line about the job: what somebody else put down meanwhile, and what is meant here. */
interface ParticularClash {
  readonly key: string;
  readonly label: string;
  readonly stored: string;
  readonly given: string;
}

/** As the record keeps it: no day is no text. */
const kept = (p: ParticularAsked, typed: string): string | null => (p.orNone && typed === "" ? null : typed);

/** Lines about the job itself: each is entered as it is told, and what somebody else changed meanwhile is shown and asked. */
export const useParticulars = (
  jobId: string,
  active: ParticularAsked | undefined,
  done: (key: string) => void,
  say: (message: string | null) => void,
) => {
  const enter = useEnter(jobId);
  const [clash, setClash] = useState<ParticularClash | null>(null);
  // How the line in hand stood when it was taken up: what somebody puts down meanwhile is not overruled.
  const inHand = useRef<{ readonly key: string; readonly value: string } | null>(null);
  if (!active) inHand.current = null;
  else if (inHand.current?.key !== active.key) inHand.current = { key: active.key, value: active.value };
  const refused = useRef<string | null>(null);
  const take = async (p: ParticularAsked, typed: string) => {
    const seen = inHand.current?.key === p.key ? inHand.current.value : p.value;
    const sent = await enter({
      ...{ what: "told", jobId, key: p.key, value: kept(p, typed), seen: kept(p, seen) },
      // The same key again on what was refused means: yes, that is it.
      again: refused.current === `${p.key}/${typed}`,
    });
    refused.current = sent.state === "refused" ? `${p.key}/${typed}` : null;
    if (sent.state !== "refused") {
      setClash(null);
      say(saidOf(sent));
      return done(p.toldFor ?? p.key);
    }
    const stored = sent.stored as Record<string, unknown> | undefined;
    if (stored) {
      const there = String(stored[p.key] ?? "");
      inHand.current = { key: p.key, value: there };
      setClash({ key: p.key, label: p.label, stored: there, given: typed });
    }
    say(saidOf(sent));
  };
  return {
    take,
    clash,
    /** What somebody else put down stands. */
    letStand: () => {
      if (!clash) return;
      setClash(null);
      lookAgain(jobId);
      done(clash.key);
    },
  };
};
