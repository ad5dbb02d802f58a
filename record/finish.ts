import { finishAnswers, quoteAccepted, workDone } from "@/core/acts/acts-come-to";
import { CONDITION_PARTS } from "@/core/figures/book-in";
import { type FinishAnswer, type FinishLine, finishLines } from "@/core/finish/finish";
import { nearestThreadEnd, type ThreadedSpoke } from "@/core/finish/nipple-thread";
import { type NewSpoke, newSpokeOf } from "@/core/lacing/new-spoke";
import { placeSpokes } from "@/core/lacing/placement";
import { figuresOf } from "@/core/measurement/taken";
import { lastTensions, readingsNow, runOutRounds, turnedSinceRead } from "@/core/rounds/counting-rounds";
import { standingOf } from "@/core/rounds/inside-tolerance";
import type { ReadRounds } from "@/core/rounds/read-rounds";
import { turnsMade, turnsOver } from "@/core/rounds/turn";
import { spokeKinds } from "@/core/spoke/kinds";
import { planSpokes } from "@/core/spoke/spoke-plan";
import { spreadOf } from "@/core/tension/spread";
import { jobTolerance } from "@/core/truing/bench-way";
import { type Settled, settledBetween } from "@/core/truing/knowing/settled";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { JobRecord } from "./job-record";

/** The finish of a job as its record has it, and what the bench answered. */
export interface JobFinish {
  readonly lines: readonly FinishLine[];
  readonly answers: Readonly<Record<string, FinishAnswer>>;
}

export const jobFinish = (record: JobRecord): JobFinish => {
  const { job, taken, acts, wheel, read } = record;
  const tolerance = jobTolerance(job.tolerance, taken);
  const tensions = lastTensions(read);
  const judged = (as: string) => CONDITION_PARTS.filter((p) => taken[`condition.${p}`]?.typed === as);
  const put = newSpokeOf(job.kind, taken);
  const drum = (name: string) => taken[name]?.value ?? null;
  const lines = finishLines({
    kind: job.kind,
    ...sinceDestressed(read),
    standing: standingOf(readingsNow(read), tolerance),
    turnedSince: turnedSinceRead(read),
    tolerance,
    spread: tensions
      ? spreadRead(
          wheel,
          tensions.map((t) => t.tension),
        )
      : null,
    slack: tensions?.flatMap((t, i) => (t.tension === 0 ? [i + 1] : [])) ?? [],
    tensionRead: tensions?.filter((t) => t.tension !== null).length ?? 0,
    thread: put
      ? newSpokesThread(record, put)
      : record.order
        ? nearestThreadEnd(record.order.parts, threadedSpokes(record))
        : null,
    newSpoke: put && put.length !== null ? { spoke: put.spoke, length: put.length } : null,
    undone: (quoteAccepted(acts) ?? []).filter((l) => !l.key.startsWith("work.") && !workDone(acts).has(l.key)),
    drum: { before: drum("drum.before"), after: drum("drum.after") },
    scrap: judged("scrap"),
    replace: judged("replace").map((part) => ({ part, note: taken[`condition.${part}.note`]?.typed ?? "" })),
  });
  return { lines, answers: finishAnswers(acts) };
};

/** What moved since the wheel was de-stressed with nothing turned; null where it was not read again. */
const sinceDestressed = (
  read: ReadRounds,
): { readonly settled: readonly Settled[] | null; readonly tensionMoved: number | null } => {
  const [before, last] = runOutRounds(read).slice(-2);
  if (!last || !before.destressed || turnsMade(before, read.holes).some((t) => t !== 0))
    return { settled: null, tensionMoved: null };
  const [was, now] = [read.readings(before), read.readings(last)];
  const tensions = read.tensions(before);
  const moved = read.tensions(last).flatMap(({ tension }, i) => {
    const then = tensions[i]?.tension ?? null;
    return tension !== null && then !== null && then > 0 ? [Math.abs(tension / then - 1)] : [];
  });
  return {
    settled: (["lateral", "radial"] as const).map((what) => settledBetween(was[what], now[what])),
    tensionMoved: moved.length > 0 ? Math.max(...moved) : null,
  };
};

/** How a new spoke sits in its nipple; null while it is not in, or nobody knows how long it ought to be. */
const newSpokesThread = ({ wheel, taken, settled }: JobRecord, put: NewSpoke) => {
  if (!wheel || put.length === null) return null;
  const spoke = placeSpokes(wheel).find((s) => s.spoke === put.spoke);
  const kind = spokeKinds(wheel).kinds.find((k) => k.spokes.includes(put.spoke));
  const wanted = put.pieces ?? (settled ? (kind?.lengthAtTension ?? null) : null);
  if (!spoke || wanted === null) return null;
  const { parts } = planSpokes(wheel, figuresOf(taken));
  return nearestThreadEnd(parts, [{ spoke: put.spoke, side: spoke.flange, length: put.length, wanted, turns: 0 }]);
};

/** How uneven the spokes read are, each against its own side's mean; null where fewer than half were read. */
const spreadRead = (wheel: Wheel | null, tension: readonly (number | null)[]): number | null => {
  const read = wheel ? placeSpokes(wheel).filter((s) => tension[s.spoke - 1] !== null) : [];
  if (!wheel || read.length < wheel.rim.holes / 2) return null;
  return spreadOf(
    read,
    read.map((s) => tension[s.spoke - 1] ?? 0),
  );
};

/** Every spoke as it was ordered or came in, with its nipple's turns; none where nothing was ordered. */
const threadedSpokes = ({ order, wheel, rounds }: JobRecord): ThreadedSpoke[] => {
  if (!order || !wheel) return [];
  const turns = turnsOver(rounds, wheel.rim.holes);
  return placeSpokes(wheel).flatMap((s) => {
    for (const line of order.lines)
      for (const kind of line.serves) {
        if (kind.flange !== s.flange || kind.lean !== s.lean || kind.row !== s.row || kind.head !== s.head) continue;
        const came = order.goods.find((g) => g.length === line.length);
        const measured = [came?.first, came?.second].filter((m) => typeof m === "number");
        const length = measured.length > 0 ? measured.reduce((a, b) => a + b, 0) / measured.length : line.length;
        return [{ spoke: s.spoke, side: s.flange, length, wanted: kind.wanted, turns: turns[s.spoke - 1] }];
      }
    return [];
  });
};
