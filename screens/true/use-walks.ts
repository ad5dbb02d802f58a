"use client";
import { useState } from "react";
import type { Entry, Taken } from "@/core/measurement/taken";
import { forgetRound } from "../parts/kept/begun-rounds";
import { useLastWalk } from "../parts/kept/kept-choice";
import { post } from "../parts/kept/use-enter";
import { goesOn } from "./round-now";
import type { RoundView } from "./round-view";
import { sittingStands } from "./sitting";

/** Minutes after which a wheel may have been touched: ten, or another job's walk in between. */
const AWAY_MINUTES = 10;

/** How the wheel is read: round with the dial, on the stand, or with less than a dial. */
export type ReadingWay = "read" | "live" | "other";

interface WalksOptions {
  readonly jobId: string;
  /** The round that is open, and what of it is done: places read, nipples turned, nipples still to turn. */
  readonly round: RoundView | null;
  readonly read: number;
  readonly turned: number;
  readonly toTurn: number;
  /** Every place that is to be read was, in the round in hand: reading again is a round of its own. */
  readonly allRead: boolean;
  /** No round was ever read here. */
  readonly first: boolean;
  readonly taken: Readonly<Record<string, Taken>>;
  readonly entries: Readonly<Record<string, readonly Entry[]>>;
  /** The wheel answered as a slack one, and nobody has said how tight it is. */
  readonly doubtsTight: boolean;
  /** Begins the next round. */
  readonly open: () => void;
}

/** Which walk round the wheel is open, and what is asked before one begins. */
export const useWalks = (o: WalksOptions) => {
  const { jobId, round, turned } = o;
  const [walk, setWalk] = useState<"read" | "turn" | "back" | "live" | null>(null);
  const [asking, setAsking] = useState<"sitting" | "other" | null>(null);
  const [then, setThen] = useState<ReadingWay>("read");
  const [back, setBack] = useState<readonly number[]>([]);
  const [undone, setUndone] = useState<readonly number[]>([]);
  const [only, setOnly] = useState<number | null>(null);
  const [away, setAway] = useState(false);
  const [lastWalk, setLastWalk] = useLastWalk();
  /** Called away: more than ten minutes, or another wheel was walked in between. */
  const wasAway = (since: string | null): boolean =>
    lastWalk !== "" && lastWalk !== jobId
      ? since !== null
      : since !== null && Date.now() - Date.parse(since) > AWAY_MINUTES * 60_000;
  const go = async (how: ReadingWay) => {
    setAsking(null);
    // The key says so: the wheel was de-stressed after its turns, and the record keeps it.
    if (round && turned > 0) await post({ what: "destressed", jobId, roundId: round.id });
    const partly = goesOn(round, o) && !(round?.advice && o.allRead);
    const again = partly && o.read > 0 && wasAway(round?.lastAt ?? null);
    if (!partly) o.open();
    setAway(again);
    setLastWalk(jobId);
    setOnly(null);
    if (how === "other") setAsking("other");
    else setWalk(how);
  };
  const leave = () => forgetRound(jobId);
  const stands = sittingStands(o.taken, o.entries);
  return {
    walk,
    asking,
    /** How the wheel sits was answered not long ago. */
    stands,
    /** Left for a while: the last thing done is asked about. */
    away,
    /** One place alone, instead of going round. */
    only,
    begin: async (how: ReadingWay) => {
      setThen(how);
      if (o.doubtsTight || (!stands && (o.first || wasAway(round?.lastAt ?? null)))) setAsking("sitting");
      else await go(how);
    },
    /** The questions of the sitting are answered. */
    sat: () => go(then),
    beginTurning: () => {
      setAway(wasAway(round?.lastAt ?? null) && turned > 0);
      setLastWalk(jobId);
      setWalk("turn");
    },
    readOne: (spoke: number) => {
      setOnly(spoke);
      setAway(false);
      setWalk("read");
    },
    /** The turns that undo the round, as it stood when that was begun, and which spokes are turned back since. */
    back,
    undone,
    turnedBack: (spoke: number) => setUndone((before) => [...before, spoke]),
    turnedOn: (spoke: number) => setUndone((before) => before.filter((s) => s !== spoke)),
    beginBack: () => {
      if (!round) return;
      setBack(round.turns.map((t) => (t === 0 ? 0 : -t)));
      setUndone([]);
      setWalk("back");
    },
    endWalk: () => {
      setWalk(null);
      leave();
    },
    endAsking: () => {
      setAsking(null);
      leave();
    },
  };
};
