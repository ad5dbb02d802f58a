"use client";
import { useState } from "react";
import { Tabs } from "../parts/frame/tabs";
import { useTab } from "../parts/frame/use-tab";
import { lookAgain } from "../parts/kept/look-again";
import { AskedBetween } from "./asked-between";
import { HowTrue } from "./how-true";
import { OpenWalk } from "./open-walk";
import { PlanKeys } from "./own-plan/plan-keys";
import { PlansBeside } from "./own-plan/plans-beside";
import { RimTab } from "./rim-tab";
import { RoundKeys } from "./round-keys";
import { RoundsList } from "./rounds-list";
import { ScoreView } from "./score-view";
import { asksTight } from "./sitting";
import { useSpinGauges } from "./sources/use-gauge";
import { TrueLedger } from "./true-ledger";
import type { TrueOnPage } from "./use-true";
import { useTruePage } from "./use-true-page";
import { WayAhead } from "./way-ahead";

const TABS = [
  { key: "rim", label: "The rim" },
  { key: "how", label: "How true" },
  { key: "rounds", label: "Rounds" },
  { key: "score", label: "Score" },
] as const;

/** The unrolled rim: where the wheel is, what to turn, what it should become. */
export const True = ({ job, readNow }: { job: TrueOnPage; readNow: boolean }) => {
  const { jobId, names } = job;
  const [tab, setTab] = useTab<(typeof TABS)[number]["key"]>(TABS, "rim");
  const [picked, setPicked] = useState(1);
  const page = useTruePage(job, readNow);
  const { main: spinGauge } = useSpinGauges();
  const { now, here, before, advice, own, forecast, plan, acts, walks, reading, advised } = page;
  const { spokes, way, taken, rounds } = now;
  const { round, read, turned } = here;
  if (walks.walk && round && (walks.walk !== "turn" || advice))
    return (
      <OpenWalk
        now={now}
        round={round}
        before={here.earlier}
        walks={walks}
        acts={acts}
        reading={reading.plan}
        turns={plan.turns}
        ask={advised.ask}
        onLeave={advised.leave}
      />
    );
  return (
    <>
      <Tabs tabs={job.practice ? TABS : TABS.slice(0, 3)} current={tab} pages onChange={setTab} />
      {tab === "how" && (
        <HowTrue
          jobId={jobId}
          onStand={now.onStand}
          roundId={round && read > 0 ? round.id : null}
          tolerance={way.tolerance}
          toleranceName={job.toleranceName}
          school={way.school}
          cost={advice?.school?.costs ?? null}
          tight={taken["true.tight"]?.typed ?? null}
          anyTension={here.anyTension}
          onTolerance={advised.setTolerance}
          onChanged={advised.ask}
        />
      )}
      {tab === "score" && job.practice && <ScoreView job={job} spokes={spokes} rounds={rounds} />}
      {tab === "rounds" && round && advice && (
        <WayAhead onStand={now.onStand} roundId={round.id} turns={advice.turns} turned={turned} />
      )}
      {tab === "rounds" && (
        <RoundsList
          jobId={jobId}
          onListTaken={() => lookAgain(jobId)}
          rounds={rounds}
          names={names}
          settled={here.settled}
          comparedWith={before?.number ?? null}
          onCompare={(number) => {
            page.compareWith(number);
            setTab("rim");
          }}
          onTakeBack={walks.beginBack}
          out={now.out}
          onLeaveOut={(id, out) => void acts.leaveOut(id, out)}
          stuck={way.stuck}
          slipped={way.slipped}
          message={acts.message}
        />
      )}
      <div
        className={`min-h-0 flex-1 overflow-hidden landscape:min-h-60 portrait:flex-col ${tab === "rim" ? "flex" : "hidden"}`}
      >
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          {/* Where there is little room, or the letters are large, the rim scrolls; its keys stay. */}
          <div className="flex min-h-0 flex-1 flex-col overflow-y-auto">
            <RimTab
              now={now}
              here={here}
              before={before}
              advice={advice}
              own={own}
              plan={plan}
              forecast={forecast}
              misread={advised.misread}
              picked={picked}
              message={acts.message}
              onPick={setPicked}
              onRead={walks.readOne}
              onMend={advised.mend}
              onAsRead={advised.dismiss}
            />
          </div>
          {own.stood && (
            <PlansBeside
              stood={own.stood}
              spokes={spokes}
              fixed={turned > 0}
              onChoose={(name) => void own.choose(name)}
            />
          )}
          {own.planning && <PlanKeys own={own} />}
          {!own.planning && walks.asking !== "sitting" && (
            <RoundKeys
              jobId={jobId}
              closeness={reading.closeness}
              places={reading.plan.places.length}
              mayAsk={reading.mayAsk}
              also={reading.also}
              read={read}
              turned={turned}
              advice={advice}
              spins={spinGauge !== null && !job.practice}
              left={Math.max(0, plan.toTurn - turned)}
              onCloseness={reading.setCloseness}
              onToggle={reading.toggle}
              onRead={(how) => void walks.begin(how)}
              onTurn={walks.beginTurning}
              onScore={job.practice ? () => setTab("score") : undefined}
            />
          )}
        </div>
        <TrueLedger
          advice={advice}
          names={names}
          assumed={job.assumed}
          width={here.width}
          plate={job.plate}
          tolerance={way.tolerance}
          toleranceName={job.toleranceName}
          onPick={setPicked}
        />
      </div>
      <AskedBetween
        jobId={jobId}
        holes={spokes.length}
        names={names}
        askTight={asksTight(job.kind, taken, rounds)}
        walks={walks}
        acts={acts}
        onLeave={advised.leave}
      />
    </>
  );
};
