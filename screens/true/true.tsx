"use client";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { Taken } from "@/core/measurement/taken";
import type { OffsetWay } from "@/core/offset/offset-now";
import { widthVaries } from "@/core/runout/both-edges";
import { totalReading } from "@/core/runout/runout";
import type { Tolerance } from "@/core/runout/tolerance";
import { spreadOf } from "@/core/tension/spread";
import { withSideNames } from "@/core/truing/explain";
import type { School } from "@/core/truing/schools";
import { settledBetween } from "@/core/truing/settled";
import type { Wheel } from "@/core/wheel/wheel-file";
import { Groups } from "../parts/groups";
import { send } from "../parts/outbox";
import { UnrolledRim } from "../parts/unrolled-rim";
import { HowTrue } from "./how-true";
import { MisreadPanel } from "./misread-panel";
import { OpenWalk } from "./open-walk";
import { OtherWays } from "./other-ways";
import { PickedSpoke } from "./picked-spoke";
import { usualEvery } from "./reading-places";
import { RoundHeader } from "./round-header";
import { RoundKeys } from "./round-keys";
import type { RoundView } from "./round-view";
import { RoundsList } from "./rounds-list";
import { SettledLine } from "./settled-line";
import { Sitting } from "./sitting";
import { TrueLedger } from "./true-ledger";
import { useForecast } from "./use-forecast";
import { emptyRound, useRounds } from "./use-rounds";
import { useWalks } from "./use-walks";

export interface TrueProps {
  readonly jobId: string;
  readonly job: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly spokes: readonly PlacedSpoke[];
  readonly wanted: { readonly A: number; readonly B: number };
  readonly tolerance: Tolerance;
  readonly toleranceName: string;
  readonly school: School;
  readonly wheel: Wheel;
  readonly taken: Readonly<Record<string, Taken>>;
  /** When each figure was last taken. */
  readonly entryTimes: Readonly<Record<string, string>>;
  readonly practice: boolean;
  readonly tyreOn: boolean;
  readonly stuck: readonly number[];
  readonly slipped: readonly number[];
  readonly version: number;
  readonly rounds: readonly RoundView[];
  readonly assumed: number;
  /** How the offset can be told at the stand. */
  readonly offsetWays: readonly OffsetWay[];
  /** Side to side of the last round on side A's edge alone, mm. */
  readonly nearEdge: readonly (number | null)[];
  /** What the flat plate said of the bare rim, when it said anything against it. */
  readonly plate: string | null;
  /** Go straight to the first reading: a customer is waiting. */
  readonly readNow: boolean;
}

const TABS = [
  { key: "rim", label: "The rim" },
  { key: "how", label: "How true" },
  { key: "rounds", label: "Rounds" },
] as const;

/** The unrolled rim: where the wheel is, what to turn, what it should become. */
export const True = (props: TrueProps) => {
  const { jobId, names, spokes, wanted, tolerance, toleranceName, version, assumed } = props;
  const router = useRouter();
  const n = spokes.length;
  const acts = useRounds(jobId, n, props.rounds);
  const { rounds, round, message, setMessage } = acts;
  const [tab, setTab] = useState<(typeof TABS)[number]["key"]>("rim");
  const [withOffset, setWithOffset] = useState(false);
  const [edges, setEdges] = useState(props.rounds.at(-1)?.farEdge.some((v) => v !== null) ?? false);
  const [comparedWith, setComparedWith] = useState<number | null>(null);
  const [altered, setAltered] = useState<Readonly<Record<number, number>>>({});
  const [dismissed, setDismissed] = useState(false);
  const [every, setEvery] = useState<number | null>(null);
  const [tension, setTension] = useState(false);
  const [picked, setPicked] = useState(1);
  const tensionKnown = props.taken["true.tight"] !== undefined || rounds.some((r) => r.tension.some((t) => t !== null));
  const width = round ? widthVaries(props.nearEdge, round.farEdge) : null;
  const before = (comparedWith === null ? rounds.at(-2) : rounds.find((r) => r.number === comparedWith)) ?? null;
  const advice = round?.advice ?? null;
  const read = round ? round.lateral.filter((v) => v !== null).length : 0;
  const lastTir =
    before && before.lateral.filter((v) => v !== null).length >= 4
      ? Math.max(totalReading(before.lateral), totalReading(before.radial))
      : null;
  const steps = every ?? usualEvery(lastTir);
  const plan = advice ? advice.turns.map((t, i) => altered[i] ?? t) : [];
  const toTurn = plan.filter((t) => t !== 0).length;
  const turned = round ? round.walked.length : 0;
  const walks = useWalks({
    ...{ jobId, round, read, turned, toTurn },
    first: rounds.length === 0,
    taken: props.taken,
    entryTimes: props.entryTimes,
    readNow: props.readNow,
    open: acts.open,
  });
  const { walk, asking } = walks;
  const begun = useRef(false);
  useEffect(() => {
    if (!props.readNow || begun.current) return;
    begun.current = true;
    void walks.begin("read");
    // Coming back to this address must not open another round.
    window.history.replaceState(null, "", window.location.pathname);
  });
  const forecast = useForecast(props.wheel, advice, altered);
  const alter = (spoke: number, by: number) => {
    if (!advice || round?.walked.includes(spoke)) return;
    const now = altered[spoke - 1] ?? advice.turns[spoke - 1];
    const to = Math.max(-2, Math.min(2, Math.round((now + by) * 16) / 16));
    setAltered({ ...altered, [spoke - 1]: to });
  };
  // Read again with nothing turned since: did it hold?
  const earlier = rounds.at(-2) ?? null;
  const settled =
    round && earlier?.turns.every((t) => t === 0) && read >= 4
      ? (["lateral", "radial"] as const).map((what) => settledBetween(earlier[what], round[what]))
      : null;

  const ask = async () => {
    if (!round) return;
    walks.endWalk();
    setAltered({});
    setDismissed(false);
    await acts.ask();
  };
  /** Left before the first reading there is nothing to advise on, and nothing to complain of. */
  const leave = async () => {
    const any = [...(round?.lateral ?? []), ...(round?.radial ?? []), round?.offset ?? null].some((v) => v !== null);
    if (any) await ask();
    else walks.endWalk();
  };
  const setTolerance = async (name: string) => {
    const sent = await send(`/api/jobs/${jobId}`, { version, change: { tolerance: name } }, "PATCH");
    if (!sent.ok) return setMessage(sent.message);
    await ask();
    router.refresh();
  };

  const open = walk && round && (walk !== "turn" || advice) && (
    <OpenWalk
      page={props}
      round={round}
      before={rounds.at(-2) ?? null}
      walks={walks}
      acts={acts}
      every={steps}
      tension={tension}
      offset={withOffset || (rounds.every((r) => r.offset === null) && rounds.length <= 1)}
      edges={edges}
      plan={plan}
      ask={ask}
      onLeave={leave}
    />
  );
  if (open) return open;

  const misread = (!dismissed && advice?.misread) || [];
  const anyTension = round?.tension.some((t) => t !== null) ?? false;
  const p = picked - 1;
  // The picked spoke's own reason; else the first, which says the most.
  const reason = advice?.reasons.find((r) => r.spokes.includes(picked)) ?? advice?.reasons[0];
  const masked =
    advice?.reasons.filter((r) => r.code === "seam" || r.code === "outlier").flatMap((r) => r.spokes) ?? [];
  return (
    <>
      <Groups groups={TABS} current={tab} pages onChange={setTab} />
      {tab === "how" && (
        <HowTrue
          jobId={jobId}
          roundId={round && read > 0 ? round.id : null}
          tolerance={tolerance}
          toleranceName={toleranceName}
          school={props.school}
          cost={advice?.school?.costs ?? null}
          tight={props.taken["true.tight"]?.typed ?? null}
          anyTension={round?.tension.some((t) => t !== null) ?? false}
          onTolerance={setTolerance}
          onChanged={async () => {
            await ask();
            router.refresh();
          }}
        />
      )}
      {tab === "rounds" && (
        <RoundsList
          jobId={jobId}
          // The rounds of a list came behind this page's back: it begins anew from the record.
          onListTaken={() => window.location.reload()}
          rounds={rounds}
          names={names}
          settled={settled}
          comparedWith={before?.number ?? null}
          onCompare={(number) => {
            setComparedWith(number);
            setTab("rim");
          }}
          onTakeBack={walks.beginBack}
          stuck={props.stuck}
          slipped={props.slipped}
          message={message}
        />
      )}
      <div className={`min-h-0 flex-1 portrait:flex-col ${tab === "rim" ? "flex" : "hidden"}`}>
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          <RoundHeader
            round={read > 0 ? round : null}
            advice={advice}
            becomes={
              advice && toTurn > 0
                ? {
                    lateral: forecast ? totalReading(forecast.lateral) : advice.forecast.lateralTir,
                    radial: forecast ? totalReading(forecast.radial) : advice.forecast.radialTir,
                    spread: anyTension ? spreadOf(spokes, (forecast ?? advice.forecast).tension) : null,
                  }
                : null
            }
            assumed={assumed}
          />
          <div className="min-h-0 flex-1">
            <UnrolledRim
              spokes={spokes}
              now={round ?? emptyRound(n)}
              before={before}
              forecast={toTurn > 0 ? forecast : null}
              turns={plan}
              onTurn={advice ? alter : undefined}
              masked={masked}
              band={tolerance}
              wantedTension={wanted}
              names={names}
              picked={picked}
              onPick={setPicked}
            />
          </div>
          {misread.length > 0 && (
            <MisreadPanel
              misread={misread}
              onMend={async (m) => {
                const wrong = await acts.takeMany(
                  m.mended.flatMap((value, i) =>
                    value === null || value === round?.[m.what][i]
                      ? []
                      : [{ what: m.what, spoke: i + 1, value, typed: `mended: ${m.code}` }],
                  ),
                );
                if (wrong) setMessage(wrong);
                else await ask();
              }}
              onKeep={() => setDismissed(true)}
            />
          )}
          {settled && advice && <SettledLine settled={settled} />}
          {reason && misread.length === 0 && (
            <p className="line-clamp-2 shrink-0 border-t border-grid px-4 py-1 text-lg leading-snug">
              {withSideNames(reason.text, names)}
            </p>
          )}
          <PickedSpoke
            picked={picked}
            n={n}
            sideName={names[spokes[p].flange]}
            lean={spokes[p].lean}
            lateral={round?.lateral[p] ?? null}
            radial={round?.radial[p] ?? null}
            tension={anyTension ? (round?.tension[p] ?? null) : undefined}
            turn={advice ? plan[p] : null}
            stuck={props.stuck.includes(picked)}
            telling={advice?.reasons.find((r) => r.code === "unread")?.spokes[0] ?? null}
            onRead={read > 0 && turned === 0 ? () => walks.readOne(picked) : undefined}
            onPick={setPicked}
            onAlter={alter}
          />
          {message && (
            <p role="alert" className="border-t border-grid px-4 py-2 text-xl font-bold">
              {message}
            </p>
          )}
          {asking !== "sitting" && (
            <RoundKeys
              every={steps}
              also={{ tension, offset: withOffset, edges }}
              readLabel={
                turned > 0
                  ? "de-stressed: read the next round"
                  : read > 0 && !advice
                    ? "go on reading"
                    : read > 0
                      ? "read again"
                      : "read the wheel"
              }
              left={toTurn > turned ? toTurn - turned : 0}
              onEvery={setEvery}
              onToggle={(what) => ({ tension: setTension, offset: setWithOffset, edges: setEdges })[what]((on) => !on)}
              onRead={(how) => void walks.begin(how)}
              onTurn={walks.beginTurning}
            />
          )}
        </div>
        <TrueLedger
          advice={advice}
          names={names}
          assumed={assumed}
          width={width}
          plate={props.plate}
          tolerance={tolerance}
          toleranceName={toleranceName}
          onPick={setPicked}
        />
      </div>
      {asking === "sitting" && (
        <Sitting
          jobId={jobId}
          askTight={!tensionKnown}
          onDone={(answers) => {
            router.refresh();
            if (answers["true.play"] === "felt") {
              walks.endAsking();
              setMessage("With play in the bearings a reading is worth nothing: bearings first, then the dial.");
            } else void walks.sat();
          }}
          onClose={walks.endAsking}
        />
      )}
      {asking === "other" && (
        <OtherWays
          holes={n}
          names={names}
          onRead={async (what, places, typed) => {
            const wrong = await acts.takeMany(places.map((place) => ({ what, ...place, typed: typed.slice(0, 60) })));
            return wrong;
          }}
          onClose={() => {
            walks.endAsking();
            void leave();
          }}
        />
      )}
    </>
  );
};
