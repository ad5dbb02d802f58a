"use client";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { totalReading } from "@/core/runout/runout";
import type { Tolerance } from "@/core/runout/tolerance";
import { CAUTIONS } from "@/core/sheet/sheet";
import type { Advice } from "@/core/truing/advice";
import { turnsText, withSideNames } from "@/core/truing/explain";
import { Caution, Doubt, DoubtFlag, LedgerPanel } from "../parts/ledger-panel";
import { send, sendWaiting } from "../parts/outbox";
import { TurningWalk } from "../parts/turning-walk";
import { UnrolledRim } from "../parts/unrolled-rim";
import { usualEvery } from "./reading-places";
import { ReadingWalk } from "./reading-walk";
import type { RoundView } from "./round-view";

interface TrueProps {
  readonly jobId: string;
  readonly job: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly spokes: readonly PlacedSpoke[];
  readonly wanted: { readonly A: number; readonly B: number };
  readonly tolerance: Tolerance;
  readonly toleranceName: string;
  readonly version: number;
  readonly rounds: readonly RoundView[];
  readonly assumed: number;
  /** What the flat plate said of the bare rim, when it said anything against it. */
  readonly plate: string | null;
  /** Go straight to the first reading: a customer is waiting. */
  readonly readNow: boolean;
}

const NAMES = ["service", "shop", "show", "race"] as const;
const mm = (x: number | null) => (x === null ? "–" : x.toFixed(2));

/** The unrolled rim: where the wheel is, what to turn, what it should become. */
export const True = (props: TrueProps) => {
  const { jobId, job, names, spokes, wanted, tolerance, toleranceName, version, assumed } = props;
  const router = useRouter();
  const [rounds, setRounds] = useState(props.rounds);
  const [walk, setWalk] = useState<"read" | "turn" | null>(null);
  const [every, setEvery] = useState<number | null>(null);
  const [tension, setTension] = useState(false);
  const [picked, setPicked] = useState(1);
  const [message, setMessage] = useState<string | null>(null);
  const n = spokes.length;
  const begun = useRef(false);
  useEffect(() => {
    if (!props.readNow || begun.current) return;
    begun.current = true;
    void readWheel();
    // Coming back to this address must not open another round.
    window.history.replaceState(null, "", window.location.pathname);
  });
  useEffect(() => {
    // What could not be sent before a break goes now, before anything is reckoned from the record.
    void sendWaiting();
  }, []);
  const empty = {
    lateral: new Array<number | null>(n).fill(null),
    radial: new Array<number | null>(n).fill(null),
    tension: new Array<number | null>(n).fill(null),
    offset: null,
  };
  const round = rounds.at(-1) ?? null;
  const before = rounds.at(-2) ?? null;
  const advice = round?.advice ?? null;
  const read = round ? round.lateral.filter((v) => v !== null).length : 0;
  const lastTir =
    before && before.lateral.filter((v) => v !== null).length >= 4
      ? Math.max(totalReading(before.lateral), totalReading(before.radial))
      : null;
  const steps = every ?? usualEvery(lastTir);
  const toTurn = advice ? advice.turns.filter((t) => t !== 0).length : 0;
  const turned = round ? round.walked.length : 0;

  const change = (make: (r: RoundView) => RoundView) =>
    setRounds((list) => list.map((r, i) => (i === list.length - 1 ? make(r) : r)));
  const openRound = async (): Promise<boolean> => {
    const id = crypto.randomUUID();
    const sent = await send(`/api/jobs/${jobId}/rounds`, { id });
    if (!sent.ok) {
      setMessage(sent.message);
      return false;
    }
    setRounds((list) => [
      ...list,
      {
        id,
        number: (list.at(-1)?.number ?? 0) + 1,
        ...empty,
        turns: new Array<number>(n).fill(0),
        walked: [],
        advice: null,
      },
    ]);
    return true;
  };
  const ask = async () => {
    if (!round) return;
    setWalk(null);
    const sent = await send<Advice>(`/api/rounds/${round.id}/advice`, { jobId });
    if (sent.ok) {
      setMessage(null);
      change((r) => ({ ...r, advice: sent.value }));
    } else setMessage(sent.message);
    router.refresh();
  };
  const readWheel = async () => {
    // The key says so: the wheel was de-stressed after its turns, and the record keeps it.
    if (round && turned > 0) await send(`/api/rounds/${round.id}/destress`, {});
    if (!round || turned > 0 || (advice && toTurn === 0 && read > 0)) {
      if (!(await openRound())) return;
    }
    setWalk("read");
  };
  const setTolerance = async (name: string) => {
    const sent = await send(`/api/jobs/${jobId}`, { version, change: { tolerance: name } }, "PATCH");
    if (!sent.ok) return setMessage(sent.message);
    await ask();
    router.refresh();
  };

  if (walk === "read" && round)
    return (
      <ReadingWalk
        job={job}
        round={round}
        spokes={spokes}
        names={names}
        every={steps}
        tension={tension}
        onRead={(stop, value) =>
          change((r) => {
            if (stop.what === "offset") return { ...r, offset: value };
            const list = [...r[stop.what]];
            list[stop.spoke - 1] = value;
            return { ...r, [stop.what]: list };
          })
        }
        onEnd={ask}
      />
    );
  if (walk === "turn" && round && advice)
    return (
      <TurningWalk
        job={job}
        roundId={round.id}
        walked={round.walked}
        spokes={spokes}
        names={names}
        turns={advice.turns}
        onTurned={(spoke, turns) =>
          change((r) => {
            const list = [...r.turns];
            list[spoke - 1] += turns;
            return { ...r, turns: list, walked: [...r.walked, spoke] };
          })
        }
        onEnd={() => {
          setWalk(null);
          router.refresh();
        }}
      />
    );

  const verdictWords: Record<string, string> = {
    turn: "Turn",
    destress: "De-stress, read again",
    done: "Inside: leave it",
    rim: "This is the rim",
  };
  const anyTension = round?.tension.some((t) => t !== null) ?? false;
  const p = picked - 1;
  // The picked spoke's own reason; else the first, which says the most.
  const reason = advice?.reasons.find((r) => r.spokes.includes(picked)) ?? advice?.reasons[0];
  const masked =
    advice?.reasons.filter((r) => r.code === "seam" || r.code === "outlier").flatMap((r) => r.spokes) ?? [];
  return (
    <div className="flex min-h-0 flex-1 portrait:flex-col">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        <div className="flex min-h-16 shrink-0 items-center gap-6 border-b border-grid px-4 text-xl">
          {round && read > 0 ? (
            <>
              <span>
                round <b className="font-mono">{round.number}</b>
              </span>
              <span>
                side to side{" "}
                <b className="font-mono" data-testid="tir-lateral">
                  {mm(totalReading(round.lateral))}
                </b>
              </span>
              <span>
                hop{" "}
                <b className="font-mono" data-testid="tir-radial">
                  {mm(totalReading(round.radial))}
                </b>
              </span>
              <span>
                offset <b className="font-mono">{mm(round.offset)}</b>
              </span>
              {advice && (
                <span className="font-bold" data-testid="verdict">
                  {verdictWords[advice.verdict]}
                </span>
              )}
              {advice && toTurn > 0 && (
                <span>
                  should become <b className="font-mono">{mm(advice.forecast.lateralTir)}</b> and{" "}
                  <b className="font-mono">{mm(advice.forecast.radialTir)}</b>
                </span>
              )}
            </>
          ) : (
            <span>Set the dial to the rim's side over the first spoke after the valve, then read the wheel.</span>
          )}
          {assumed > 0 && (
            <span className="ml-auto flex items-center gap-2 text-base" data-testid="assumed">
              <DoubtFlag /> {assumed} figures assumed
            </span>
          )}
        </div>
        <div className="min-h-0 flex-1">
          <UnrolledRim
            spokes={spokes}
            now={round ?? empty}
            before={before}
            forecast={
              advice && toTurn > 0
                ? { lateral: advice.forecast.lateral, radial: advice.forecast.radial, tension: advice.forecast.tension }
                : null
            }
            turns={advice?.turns}
            masked={masked}
            band={tolerance}
            wantedTension={wanted}
            names={names}
            picked={picked}
            onPick={setPicked}
          />
        </div>
        {reason && (
          <p className="line-clamp-2 shrink-0 border-t border-grid px-4 py-1 text-lg leading-snug">
            {withSideNames(reason.text, names)}
          </p>
        )}
        <div className="flex h-18 shrink-0 items-stretch border-t border-grid text-xl">
          <button
            type="button"
            aria-label="previous spoke"
            onClick={() => setPicked(((picked + n - 2) % n) + 1)}
            className="w-18 border-r border-rule text-3xl"
          >
            ‹
          </button>
          <p className="flex min-w-0 flex-1 items-center gap-5 truncate px-3 text-[26px]">
            <b className="font-mono">{picked}</b>
            <span>
              {names[spokes[p].flange]}
              <span className="portrait:hidden">, {spokes[p].lean}</span>
            </span>
            <span>
              side <b className="font-mono">{mm(round?.lateral[p] ?? null)}</b>
            </span>
            <span>
              hop <b className="font-mono">{mm(round?.radial[p] ?? null)}</b>
            </span>
            {anyTension && (
              <span>
                <b className="font-mono">{round?.tension[p] === null ? "–" : Math.round(round?.tension[p] ?? 0)}</b> N
              </span>
            )}
            {advice && advice.turns[p] !== 0 && (
              <b>
                {turnsText(advice.turns[p])} {advice.turns[p] > 0 ? "tighter" : "slacker"}
              </b>
            )}
          </p>
          <button
            type="button"
            aria-label="next spoke"
            onClick={() => setPicked((picked % n) + 1)}
            className="w-18 border-l border-rule text-3xl"
          >
            ›
          </button>
        </div>
        {message && (
          <p role="alert" className="border-t border-grid px-4 py-2 text-xl font-bold">
            {message}
          </p>
        )}
        <div className="flex h-18 shrink-0 items-stretch border-t-2 border-ink text-xl">
          <button
            type="button"
            onClick={() => setEvery(steps === 4 ? 2 : steps === 2 ? 1 : 4)}
            className="w-56 border-r border-rule"
          >
            read every {steps === 1 ? "one" : steps === 2 ? "second" : "fourth"}
          </button>
          <button
            type="button"
            aria-pressed={tension}
            onClick={() => setTension(!tension)}
            className="w-40 border-r border-rule"
          >
            {tension ? "and tension" : "no tension"}
          </button>
          <button
            type="button"
            onClick={readWheel}
            className={`flex-1 text-2xl outline-offset-[-8px] ${toTurn > 0 && turned < toTurn ? "border-r border-rule" : "bg-ink text-paper"}`}
          >
            {turned > 0
              ? "de-stressed: read the next round"
              : read > 0 && !advice
                ? "go on reading"
                : read > 0
                  ? "read again"
                  : "read the wheel"}
          </button>
          {toTurn > 0 && turned < toTurn && (
            <button
              type="button"
              onClick={() => setWalk("turn")}
              className="flex-1 bg-ink text-2xl text-paper outline-offset-[-8px]"
            >
              turn {toTurn - turned} nipples
            </button>
          )}
        </div>
      </div>
      <LedgerPanel startFolded>
        {advice?.reasons.map((r, i) => (
          <button
            key={i}
            type="button"
            onClick={() => r.spokes[0] && setPicked(r.spokes[0])}
            className="mb-2 block w-full text-left"
          >
            {r.code === "turn" && <b className="font-mono">{r.spokes.map((s) => s).join(" ")} </b>}
            {r.code === "rim" || r.code === "slack" || r.code === "straighten" ? (
              <Doubt>{withSideNames(r.text, names)}</Doubt>
            ) : (
              withSideNames(r.text, names)
            )}
          </button>
        ))}
        {!advice && (
          <p className="mb-3">
            Before reading: axle clamped, no play felt, three turns of the wheel that repeat. Over 0.05 mm of play a
            reading is worth nothing.
          </p>
        )}
        {assumed > 0 && (
          <Doubt>{assumed} figures of this wheel are assumed. The advice learns from what each round does.</Doubt>
        )}
        {props.plate && <Doubt>{withSideNames(props.plate, names)}</Doubt>}
        <p className="mt-2 mb-1 font-bold">How true</p>
        <div className="grid grid-cols-2">
          {NAMES.map((t) => (
            <button
              key={t}
              type="button"
              aria-pressed={t === toleranceName}
              onClick={() => setTolerance(t)}
              className={`min-h-12 border border-rule ${t === toleranceName ? "bg-ink text-paper" : ""}`}
            >
              {t}
            </button>
          ))}
        </div>
        <p className="mt-1">
          {tolerance.lateral} side to side, {tolerance.radial} hop, {tolerance.offset} offset, within{" "}
          {Math.round(tolerance.tensionSpread * 100)} % of the side's tension.
        </p>
        <Caution>{CAUTIONS.eyes}</Caution>
        <Caution>{CAUTIONS.tyre}</Caution>
        <Caution>{CAUTIONS.scrap}</Caution>
      </LedgerPanel>
    </div>
  );
};
