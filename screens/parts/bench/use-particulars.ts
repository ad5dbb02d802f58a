"use client";
import { useRef, useState } from "react";
import { changeRecord } from "../kept/change-record";
import { type Changed, saidOf } from "../kept/sent";
import { lookAgain } from "../kept/use-enter";
import type { BenchRecord, ParticularAsked } from "./bench-record";

/** Two answers to one line about the job: what somebody else put down meanwhile, and what is meant here. */
interface ParticularClash {
  readonly key: string;
  readonly stored: string;
  readonly given: string;
}

/** A line in hand: how it stood when it was taken up, so that what somebody puts down meanwhile is not overruled. */
interface InHand {
  readonly key: string;
  readonly version: number;
  readonly value: string;
}

/** Lines about the job itself: each is changed at once, and what somebody else changed meanwhile is shown and asked. */
export const useParticulars = (
  { jobId, version }: Pick<BenchRecord, "jobId" | "version">,
  active: ParticularAsked | undefined,
  done: (key: string) => void,
  say: (message: string | null) => void,
) => {
  const [clash, setClash] = useState<ParticularClash | null>(null);
  // The record's own answer is newer than the page: two lines taken quickly must not clash with each other.
  const answered = useRef(version);
  const inHand = useRef<InHand | null>(null);
  if (!active) inHand.current = null;
  else if (inHand.current?.key !== active.key)
    inHand.current = { key: active.key, version: Math.max(version, answered.current), value: active.value };
  const refused = useRef<string | null>(null);
  const change = (p: ParticularAsked, typed: string, onVersion: number) =>
    changeRecord<{ version: number }>(
      `/api/jobs/${jobId}`,
      {
        version: onVersion,
        change: { [p.key]: p.kind === "date" && typed === "" ? null : typed },
        // The same key again on what was refused means: yes, that is it.
        again: refused.current === `${p.key}/${typed}`,
      },
      "PATCH",
    );
  const take = async (p: ParticularAsked, typed: string) => {
    const seen = inHand.current;
    let sent = await change(p, typed, Math.max(seen?.version ?? version, answered.current));
    let stored = storedOf(sent);
    // Another line was changed meanwhile, and this one stands as it was seen: nobody is asked.
    if (stored && seen && String(stored[p.key] ?? "") === seen.value) {
      sent = await change(p, typed, Number(stored.version));
      stored = storedOf(sent);
    }
    refused.current = sent.state === "refused" ? `${p.key}/${typed}` : null;
    if (sent.state === "taken") {
      answered.current = sent.value.version;
      setClash(null);
      lookAgain(jobId);
      return done(p.key);
    }
    if (stored) {
      answered.current = Number(stored.version ?? answered.current);
      setClash({ key: p.key, stored: String(stored[p.key] ?? ""), given: typed });
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

/** What stands in the record where a change came too late for its copy. */
const storedOf = (sent: Changed): Record<string, unknown> | undefined =>
  sent.state === "refused" ? (sent.stored as Record<string, unknown> | undefined) : undefined;
