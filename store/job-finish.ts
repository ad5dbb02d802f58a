import { CONDITION_PARTS } from "@/core/figures/book-in";
import { FINISH_ANSWERS, type FinishAnswer, type FinishLine, finishLines } from "@/core/finish/finish";
import { nearestThreadEnd, type ThreadedSpoke } from "@/core/finish/nipple-thread";
import { placeSpokes } from "@/core/lacing/placement";
import { totalBesideSeam } from "@/core/runout/beside-seam";
import { spreadOf } from "@/core/tension/spread";
import { settledBetween } from "@/core/truing/settled";
import type { Wheel } from "@/core/wheel/wheel-file";
import { toleranceOf } from "./bench-way";
import type { JobRecord } from "./job-record";
import { turnsMade } from "./rounds";

/** The finish of a job as its record has it, and what the bench answered. */
export const jobFinish = (
  record: JobRecord,
): { readonly lines: readonly FinishLine[]; readonly answers: Readonly<Record<string, FinishAnswer>> } => {
  const { job, taken, rounds, wheel } = record;
  const holes = wheel?.rim.holes ?? 0;
  const read = rounds.filter((r) => record.read.readings(r).lateral.some((v) => v !== null));
  const last = read.at(-1);
  const before = read.at(-2);
  const tir = (what: "lateral" | "radial") => {
    const line = last ? record.read.readings(last)[what] : [];
    return totalBesideSeam(line)?.beside ?? null;
  };
  const still = last && before && turnsMade(before, holes).every((t) => t === 0) && before.destressed;
  const tensions = [...rounds]
    .reverse()
    .map((r) => record.read.tensions(r))
    .find((t) => t.some((x) => x.tension !== null));
  const pairs =
    still && last && before
      ? record.read.tensions(last).flatMap((t, i) => {
          const was = record.read.tensions(before)[i]?.tension ?? null;
          return t.tension !== null && was !== null && was > 0 ? [Math.abs(t.tension / was - 1)] : [];
        })
      : [];
  const answers: Record<string, FinishAnswer> = {};
  // The newest answer to a line counts, wherever the line stood when it was given.
  const given = [...(taken["finish.answer"]?.counting ?? [])].sort((a, b) => (a.at < b.at ? -1 : 1));
  for (const e of given) {
    const [key, told, ...because] = e.typed.split("|");
    const answer = FINISH_ANSWERS.find((a) => a === told);
    if (answer) answers[key] = { answer, because: because.join("|") };
  }
  const judged = (as: string) => CONDITION_PARTS.filter((p) => taken[`condition.${p}`]?.typed === as);
  const drum = (name: string) => taken[name]?.value ?? null;
  const lines = finishLines({
    kind: job.kind,
    settled:
      still && last && before
        ? (["lateral", "radial"] as const).map((what) =>
            settledBetween(record.read.readings(before)[what], record.read.readings(last)[what]),
          )
        : null,
    tir: { lateral: tir("lateral"), radial: tir("radial") },
    offset: last ? (record.read.readings(last).offset ?? null) : null,
    tolerance: toleranceOf(job.tolerance, taken),
    spread: tensions
      ? spreadRead(
          wheel,
          tensions.map((t) => t.tension),
        )
      : null,
    slack: tensions?.flatMap((t, i) => (t.tension === 0 ? [i + 1] : [])) ?? [],
    tensionRead: tensions?.filter((t) => t.tension !== null).length ?? 0,
    tensionMoved: pairs.length > 0 ? Math.max(...pairs) : null,
    thread: record.order ? nearestThreadEnd(record.order.parts, threadedSpokes(record)) : null,
    drum: { before: drum("drum.before"), after: drum("drum.after") },
    scrap: judged("scrap"),
    replace: judged("replace").map((part) => ({ part, note: taken[`condition.${part}.note`]?.typed ?? "" })),
  });
  return { lines, answers };
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
  const turns = new Array<number>(wheel.rim.holes).fill(0);
  for (const r of rounds)
    turnsMade(r, wheel.rim.holes).forEach((t, i) => {
      turns[i] += t;
    });
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
