"use client";
import { useState } from "react";
import { DUTY_FIGURES, SOUND_FIGURES, STAGING_FIGURES } from "@/core/figures/tension";
import { CAUTIONS } from "@/core/sheet/sheet";
import type { HandbookPlace } from "@/core/shop/handbook";
import { kindWords } from "@/core/tension/kind-words";
import { turnWords } from "@/core/truing/saying/turn-words";
import { FiguresBench } from "../parts/bench/figures-bench";
import { Tabs } from "../parts/frame/tabs";
import { useTab } from "../parts/frame/use-tab";
import { lookAgain } from "../parts/kept/look-again";
import { useBench } from "../parts/kept/use-bench";
import { EvenView } from "./even-view";
import { GaugesView } from "./gauges-view";
import { LoadView } from "./load-view";
import { ReadView } from "./read-view";
import { RoundsView } from "./rounds-view";
import { TargetView } from "./target-view";
import { TensionWalk } from "./tension-walk";
import { type TensionOnPage, useTension, useTensionActs } from "./use-tension";
import { useTensionWalks } from "./use-tension-walks";

const TABS = [
  { key: "read", label: "Read" },
  { key: "even", label: "How even" },
  { key: "tight", label: "How tight" },
  { key: "rounds", label: "Rounds" },
  { key: "load", label: "Under load" },
  { key: "gauges", label: "Gauges" },
] as const;
type Tab = (typeof TABS)[number]["key"];
const WHY: Readonly<Record<Tab, HandbookPlace>> = {
  ...{ read: "tension#by-ear", even: "tension#how-even", tight: "tension#how-tight", rounds: "tension#in-stages" },
  ...{ load: "tension#how-tight", gauges: "tension#by-gauge-by-hand-by-torque" },
};

const FIGURES_OF: Readonly<Record<Tab, readonly string[]>> = {
  read: SOUND_FIGURES.map((f) => f.name),
  even: [],
  tight: ["tension.target", ...DUTY_FIGURES.map((f) => f.name)],
  rounds: STAGING_FIGURES.map((f) => f.name),
  load: [],
  gauges: [],
};

const A_NOTE =
  "A note compares spokes of one kind. It becomes newtons only once a spoke of that kind is known: take its note and its tension in the same round.";

/** Which kinds of spoke are calibrated, and by what. */
const calibrationNotes = (
  { kinds, calibrated }: ReturnType<typeof useTension>,
  names: TensionOnPage["names"],
): readonly string[] =>
  kinds.map((k, i) => {
    const { held, message } = calibrated[i];
    return held
      ? `${names[k.flange]}, ${kindWords(k)}: calibrated by ${held.count} ${held.count === 1 ? "spoke" : "spokes"}, ${k.sounding.freeLength.toFixed(0)} mm swing free.`
      : `${names[k.flange]}, ${kindWords(k)}: ${message ?? "not calibrated"}.`;
  });

const nextRoundWords = (
  { standing, plan: [next] }: ReturnType<typeof useTension>,
  names: TensionOnPage["names"],
): string => {
  if (!standing) return "How tight it stands is not known: read it, or say so under Rounds.";
  return next
    ? `Next round: ${names.A} ${turnWords(next.turns.A)}, ${names.B} ${turnWords(next.turns.B)}.`
    : "Up to tension by what was read.";
};

/** Tension by ear, gauge and hand; how even, how tight, the rounds that bring it up, and what a load does to it. */
export const Tension = ({ job }: { job: TensionOnPage }) => {
  const { jobId, names, tables } = job;
  const bench = useBench(job);
  const now = useTension(job);
  const { wheel, spokes, kinds, rounds, current, shown, tensions, wanted, plan, tolerance } = now;
  const acts = useTensionActs(jobId, spokes.length, current);
  const [tab, setTab] = useTab<Tab>(TABS, "read");
  const [picked, setPicked] = useState(1);
  const [tableId, setTableId] = useState<string | null>(tables[0]?.id ?? null);
  const table = tables.find((t) => t.id === tableId) ?? null;
  const walks = useTensionWalks({ job, now, acts, table, onNoTable: () => setTab("gauges") });
  if (walks.walking)
    return (
      <TensionWalk
        walking={walks.walking}
        job={job}
        now={now}
        acts={acts}
        table={table}
        practice={job.practice}
        onEnd={walks.end}
      />
    );
  const open = (to: Tab, tap: { readonly close: () => void }) => {
    tap.close();
    acts.setMessage(null);
    setTab(to);
  };
  const half = current?.plan && current.walked.length < spokes.length;
  return (
    <FiguresBench
      bench={bench}
      presets={job.presets}
      figures={FIGURES_OF[tab]}
      foldLedger
      at={WHY[tab]}
      problem={null}
      ledgers={[]}
      cautions={[CAUTIONS.eyes]}
      notes={[A_NOTE, ...calibrationNotes(now, names)]}
      after={<p className="mb-3">{nextRoundWords(now, names)}</p>}
      drawing={(tap) => (
        <>
          <Tabs tabs={TABS} current={tab} pages onChange={(to) => open(to, tap)} />
          {tab === "read" && (
            <ReadView
              kinds={kinds}
              spokes={spokes}
              names={names}
              tensions={tensions}
              shown={shown}
              wanted={wanted}
              tolerance={tolerance}
              picked={picked}
              onPick={setPicked}
              message={acts.message}
              figures={FIGURES_OF.read}
              tap={tap}
              onTake={(taking) => acts.setMessage(acts.take([taking]))}
              onBegin={(way) => void walks.begin(way)}
            />
          )}
          {tab === "even" && (
            <EvenView
              kinds={kinds}
              spokes={spokes}
              names={names}
              tensions={tensions}
              calibrated={now.calibrated}
              pairs={now.pairs}
              wanted={wanted}
              lateral={shown?.lateral ?? []}
              radial={shown?.radial ?? []}
              band={tolerance}
              elastic={now.elastic}
              pitch={wheel.spoke.threadPitch}
              picked={picked}
              onPick={setPicked}
            />
          )}
          {tab === "tight" && (
            <TargetView names={names} asked={FIGURES_OF.tight} wheel={wheel} figures={now.figures} tap={tap} />
          )}
          {tab === "rounds" && (
            <RoundsView
              wheel={wheel}
              kinds={kinds}
              names={names}
              plan={plan}
              standing={now.standing}
              wanted={wanted}
              rounds={rounds}
              figures={FIGURES_OF.rounds}
              tap={tap}
              message={acts.message}
              onTurn={(r) => void walks.turn(r)}
              onRead={() => open("read", tap)}
              onDestress={() => void acts.destress()}
              goOn={half ? { done: current.walked.length, of: spokes.length } : null}
              onGoOn={walks.goOn}
            />
          )}
          {tab === "load" && <LoadView wheel={wheel} duty={now.duty} tensions={now.newtons} />}
          {tab === "gauges" && (
            <GaugesView tables={tables} chosen={tableId} onChoose={setTableId} onChanged={() => lookAgain(jobId)} />
          )}
        </>
      )}
    />
  );
};
