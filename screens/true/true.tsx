"use client";
import { useEffect, useRef, useState } from "react";
import type { ToleranceName } from "@/core/runout/tolerance";
import type { Misread } from "@/core/truing/knowing/misread";
import { Tabs } from "../parts/frame/tabs";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { lookAgain } from "../parts/kept/use-enter";
import { HowTrue } from "./how-true";
import { OpenWalk } from "./open-walk";
import { OtherWays } from "./other-ways";
import { RimTab } from "./rim-tab";
import { type Also, RoundKeys } from "./round-keys";
import { everyAfter, roundNow } from "./round-now";
import { RoundsList } from "./rounds-list";
import { Sitting } from "./sitting";
import { TrueLedger } from "./true-ledger";
import { useAltered } from "./use-altered";
import { useForecast } from "./use-forecast";
import { useRounds } from "./use-rounds";
import { type TrueOnPage, useTrue } from "./use-true";
import { useWalks } from "./use-walks";

const TABS = [
  { key: "rim", label: "The rim" },
  { key: "how", label: "How true" },
  { key: "rounds", label: "Rounds" },
] as const;

/** The unrolled rim: where the wheel is, what to turn, what it should become. */
export const True = ({ job, readNow }: { job: TrueOnPage; readNow: boolean }) => {
  const { jobId, names, version } = job;
  const now = useTrue(job);
  const { spokes, way, taken, rounds } = now;
  const here = roundNow(rounds);
  const { round, read, turned } = here;
  const acts = useRounds(jobId, spokes.length, round);
  const [tab, setTab] = useState<(typeof TABS)[number]["key"]>("rim");
  const [also, setAlso] = useState<Readonly<Record<Also, boolean>>>({
    tension: false,
    offset: false,
    edges: round?.farEdge.some((v) => v !== null) ?? false,
  });
  const [comparedWith, setComparedWith] = useState<number | null>(null);
  const [dismissed, setDismissed] = useState(false);
  const [every, setEvery] = useState<number | null>(null);
  const [picked, setPicked] = useState(1);
  const before = comparedWith === null ? here.earlier : (rounds.find((r) => r.number === comparedWith) ?? null);
  const advice = round?.advice ?? null;
  const plan = useAltered(advice, round?.walked ?? []);
  const steps = every ?? everyAfter(before);
  const walks = useWalks({
    ...{ jobId, round, read, turned, toTurn: plan.toTurn, first: rounds.length === 0 },
    ...{ taken, entries: now.entries, readNow, open: acts.open },
  });
  const begun = useRef(false);
  useEffect(() => {
    if (!readNow || begun.current || rounds.length > 0) return;
    begun.current = true;
    void walks.begin("read");
    // Coming back to this address must not open another round.
    window.history.replaceState(null, "", window.location.pathname);
  });
  const forecast = useForecast(job.wheel, advice, plan.altered);
  const ask = async () => {
    walks.endWalk();
    plan.asAdvised();
    setDismissed(false);
    await acts.ask();
  };
  /** Left before the first reading there is nothing to advise on, and nothing to complain of. */
  const leave = async () => {
    const any = [...(round?.lateral ?? []), ...(round?.radial ?? []), round?.offset ?? null].some((v) => v !== null);
    if (any) await ask();
    else walks.endWalk();
  };
  const setTolerance = async (tolerance: ToleranceName) => {
    const sent = await changeRecord(`/api/jobs/${jobId}`, { version, change: { tolerance } }, "PATCH");
    acts.setMessage(saidOf(sent));
    if (sent.state !== "taken") return;
    lookAgain(jobId);
    await ask();
  };
  const mend = (m: Misread) => {
    const mended = m.mended.flatMap((value, i) =>
      value === null || value === round?.[m.what][i]
        ? []
        : [{ what: m.what, spoke: i + 1, value, typed: m.code, method: "mended" as const }],
    );
    const wrong = acts.take(mended);
    if (wrong) acts.setMessage(wrong);
    else void ask();
  };
  if (walks.walk && round && (walks.walk !== "turn" || advice))
    return (
      <OpenWalk
        now={now}
        round={round}
        before={here.earlier}
        walks={walks}
        acts={acts}
        reading={{
          every: steps,
          tension: also.tension,
          offset: also.offset || (rounds.every((r) => r.offset === null) && rounds.length <= 1),
          edges: also.edges,
        }}
        turns={plan.turns}
        ask={ask}
        onLeave={() => void leave()}
      />
    );
  return (
    <>
      <Tabs tabs={TABS} current={tab} pages onChange={setTab} />
      {tab === "how" && (
        <HowTrue
          jobId={jobId}
          roundId={round && read > 0 ? round.id : null}
          tolerance={way.tolerance}
          toleranceName={job.toleranceName}
          school={way.school}
          cost={advice?.school?.costs ?? null}
          tight={taken["true.tight"]?.typed ?? null}
          anyTension={here.anyTension}
          onTolerance={setTolerance}
          onChanged={ask}
        />
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
            setComparedWith(number);
            setTab("rim");
          }}
          onTakeBack={walks.beginBack}
          stuck={way.stuck}
          slipped={way.slipped}
          message={acts.message}
        />
      )}
      <div className={`min-h-0 flex-1 portrait:flex-col ${tab === "rim" ? "flex" : "hidden"}`}>
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          <RimTab
            now={now}
            here={here}
            before={before}
            plan={plan}
            forecast={forecast}
            misread={(!dismissed && advice?.misread) || []}
            picked={picked}
            message={acts.message}
            onPick={setPicked}
            onRead={walks.readOne}
            onMend={mend}
            onAsRead={() => setDismissed(true)}
          />
          {walks.asking !== "sitting" && (
            <RoundKeys
              every={steps}
              also={also}
              read={read}
              turned={turned}
              advised={advice !== null}
              left={Math.max(0, plan.toTurn - turned)}
              onEvery={setEvery}
              onToggle={(what) => setAlso({ ...also, [what]: !also[what] })}
              onRead={(how) => void walks.begin(how)}
              onTurn={walks.beginTurning}
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
      {walks.asking === "sitting" && (
        <Sitting
          jobId={jobId}
          // While no tension is known, by reading or by hand.
          askTight={taken["true.tight"] === undefined && !rounds.some((r) => r.tension.some((t) => t !== null))}
          onDone={(answers) => {
            if (answers["true.play"] === "felt") {
              walks.endAsking();
              acts.setMessage("With play in the bearings a reading is worth nothing: bearings first, then the dial.");
            } else void walks.sat();
          }}
          onClose={walks.endAsking}
        />
      )}
      {walks.asking === "other" && (
        <OtherWays
          holes={spokes.length}
          names={names}
          onRead={acts.take}
          onClose={() => {
            walks.endAsking();
            void leave();
          }}
        />
      )}
    </>
  );
};
