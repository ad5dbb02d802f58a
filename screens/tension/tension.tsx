"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { DUTY_FIGURES, SOUND_FIGURES, STAGING_FIGURES } from "@/core/figures/tension";
import { defaultStiffness, elasticWheel, RimBuckles, wheelGeometry } from "@/core/mechanics/elastic-wheel";
import type { Tolerance } from "@/core/runout/tolerance";
import { CAUTIONS } from "@/core/sheet/sheet";
import { sideTensions } from "@/core/tension/balance";
import { heardKind } from "@/core/tension/note-range";
import type { SoundKind } from "@/core/tension/sounding";
import { type StagedRound, type Staging, stagedRounds } from "@/core/tension/staging";
import type { Duty } from "@/core/tension/target";
import { knownSpokes, squeezes, tensionsTold } from "@/core/tension/told";
import { turnsText } from "@/core/truing/explain";
import type { Wheel } from "@/core/wheel/wheel-file";
import { type BenchRecord, FiguresBench } from "../parts/figures-bench";
import { Groups } from "../parts/groups";
import { send } from "../parts/outbox";
import { TurningWalk } from "../parts/turning-walk";
import { EarWalk } from "./ear-walk";
import { EntryWalk } from "./entry-walk";
import { EvenView, kindName } from "./even-view";
import { type GaugeOnBench, GaugesView } from "./gauges-view";
import { LoadView } from "./load-view";
import { type ReadingWalk, ReadView } from "./read-view";
import { RoundsView } from "./rounds-view";
import { SqueezeWalk } from "./squeeze-walk";
import { TargetView } from "./target-view";
import type { TensionRound } from "./tension-round";
import { useTensionRounds } from "./use-tension-rounds";

interface TensionProps extends BenchRecord {
  readonly job: string;
  readonly wheel: Wheel;
  readonly kinds: readonly SoundKind[];
  readonly rounds: readonly TensionRound[];
  readonly tables: readonly GaugeOnBench[];
  readonly tolerance: Tolerance;
  readonly practice: boolean;
  readonly duty: Duty;
  readonly staging: Staging;
  readonly presets: Readonly<Record<string, number | string>>;
}

const GROUPS = [
  { key: "read", label: "Read" },
  { key: "even", label: "How even" },
  { key: "tight", label: "How tight" },
  { key: "rounds", label: "Rounds" },
  { key: "load", label: "Under load" },
  { key: "gauges", label: "Gauges" },
] as const;
type Group = (typeof GROUPS)[number]["key"];

const FIGURES_OF: Readonly<Record<Group, readonly string[]>> = {
  read: SOUND_FIGURES.map((f) => f.name),
  even: [],
  tight: ["tension.target", ...DUTY_FIGURES.map((f) => f.name)],
  rounds: STAGING_FIGURES.map((f) => f.name),
  load: [],
  gauges: [],
};

type Walking = ReadingWalk | "turn";

/** Tension by ear, gauge and hand; how even, how tight, the rounds that bring it up, and what a load does to it. */
export const Tension = (props: TensionProps) => {
  const { jobId, job, names, wheel, kinds, tolerance, tables, staging, duty, taken } = props;
  const router = useRouter();
  const [group, setGroup] = useState<Group>("read");
  const [walking, setWalking] = useState<Walking | null>(null);
  const [picked, setPicked] = useState(1);
  const [tableId, setTableId] = useState<string | null>(tables[0]?.id ?? null);
  const [practice, setPractice] = useState(props.practice);
  const geometry = useMemo(() => wheelGeometry(wheel), [wheel]);
  const { spokes } = geometry;
  const n = spokes.length;
  const { rounds, current, message, setMessage, openRound, take, turned, destress } = useTensionRounds(
    jobId,
    n,
    props.rounds,
    tables,
  );
  const wanted = sideTensions(wheel, spokes);
  const all = rounds.map((r) => r.entries);
  const worked = rounds.map((round) => ({ round, tensions: tensionsTold(wheel, kinds, round.entries, all) }));
  const none = tensionsTold(wheel, kinds, [], []);
  // With nipples turned or spokes de-stressed since, what was read is the round before: the next reading opens a new one.
  const open = current && current.walked.length === 0 && !current.destressed ? current : null;
  const shown = open ?? current;
  const tensions = (shown && worked.find((w) => w.round === shown)?.tensions) ?? none;
  const calibrated = kinds.map((k) => heardKind(k.sounding, knownSpokes(k, all)));
  const pairs = squeezes(shown?.entries ?? []);
  const newtons = tensions.map((t) => t.tension);
  const readCount = newtons.filter((t) => t !== null).length;
  const means = (["A", "B"] as const).map((side) => {
    const own = spokes.flatMap((s) => (s.flange === side ? (newtons[s.spoke - 1] ?? []) : []));
    return own.length >= 4 ? own.reduce((a, b) => a + b, 0) / own.length : null;
  });
  const elastic = useMemo(() => {
    try {
      return elasticWheel(geometry, defaultStiffness(wheel));
    } catch (error) {
      if (error instanceof RimBuckles) return null;
      throw error;
    }
  }, [geometry, wheel]);
  // After a planned round nobody read, what it should have brought is what is gone on from.
  const forecast = current?.plan && readCount === 0 ? current.plan.part : null;
  const now = {
    A: means[0] ?? (forecast === null ? 0 : forecast * wanted.A),
    B: means[1] ?? (forecast === null ? 0 : forecast * wanted.B),
  };
  const plan = elastic ? stagedRounds(elastic, now, wanted, wheel.spoke.threadPitch, staging, 0.05) : [];

  const begin = async (way: Walking) => {
    setMessage(null);
    if (!open && way !== "turn" && !(await openRound(null))) return;
    setWalking(way);
  };
  const end = () => {
    setWalking(null);
    router.refresh();
  };
  const turnRound = async (staged: StagedRound) => {
    const turns = spokes.map((s) => staged.turns[s.flange]);
    if (await openRound({ part: staged.part, turns })) setWalking("turn");
  };
  const mount = async () => {
    const sent = await send(`/api/jobs/${jobId}/practice`, { seed: 1 + (Date.now() % 9973), start: "fresh" });
    setMessage(sent.ok ? null : sent.message);
    if (sent.ok) setPractice(true);
  };
  const table = tables.find((t) => t.id === tableId) ?? null;
  const hasTable = table !== null && table.points.length > 1;
  const half = current?.plan && current.walked.length < n ? { done: current.walked.length, of: n } : null;

  if (walking === "ear")
    return (
      <EarWalk
        jobId={jobId}
        job={job}
        wheel={wheel}
        spokes={spokes}
        names={names}
        kinds={kinds}
        tensions={tensions}
        practice={practice}
        onTake={take}
        onEnd={end}
      />
    );
  if (walking === "squeeze")
    return <SqueezeWalk job={job} spokes={spokes} names={names} pairs={pairs} onTake={take} onEnd={end} />;
  if (walking === "turn" && current?.plan)
    return (
      <TurningWalk
        job={job}
        roundId={current.id}
        walked={current.walked}
        spokes={spokes}
        names={names}
        turns={current.plan.turns}
        onTurned={turned}
        onEnd={end}
      />
    );
  if (walking && walking !== "turn")
    return (
      <EntryWalk
        job={job}
        way={walking}
        table={table}
        spokes={spokes}
        names={names}
        tensions={tensions}
        has={(spoke) => (shown?.entries ?? []).some((e) => e.spoke === spoke && e.what === walking)}
        onTake={take}
        onEnd={end}
      />
    );

  return (
    <FiguresBench
      {...props}
      figures={FIGURES_OF[group]}
      foldLedger
      problem={null}
      ledgers={[]}
      cautions={[CAUTIONS.eyes]}
      notes={[
        "A note compares spokes of one kind. It becomes newtons only once a spoke of that kind is known: take its note and its tension in the same round.",
        ...kinds.map((k, i) => {
          const held = calibrated[i].held;
          return held
            ? `${kindName(k, names)}: calibrated by ${held.count} ${held.count === 1 ? "spoke" : "spokes"}, ${k.sounding.freeLength.toFixed(0)} mm swing free.`
            : `${kindName(k, names)}: ${calibrated[i].message ?? "not calibrated"}.`;
        }),
      ]}
      drawing={(tap) => (
        <>
          <Groups
            groups={GROUPS}
            current={group}
            pages
            onChange={(to) => {
              tap.close();
              setMessage(null);
              setGroup(to);
            }}
          />
          {group === "read" && (
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
              practice={practice}
              message={message}
              figures={FIGURES_OF.read}
              tap={tap}
              onKnown={async (spoke, value, typed) => {
                setMessage(await take({ what: "known", spoke, value, typed }));
                router.refresh();
              }}
              onBegin={(way) => (way === "gauge" && !hasTable ? setGroup("gauges") : void begin(way))}
              onMount={() => void mount()}
            />
          )}
          {group === "even" && (
            <EvenView
              kinds={kinds}
              spokes={spokes}
              names={names}
              tensions={tensions}
              calibrated={calibrated}
              pairs={pairs}
              wanted={wanted}
              lateral={shown?.lateral ?? []}
              radial={shown?.radial ?? []}
              band={tolerance}
              elastic={elastic}
              pitch={wheel.spoke.threadPitch}
              picked={picked}
              onPick={(spoke) => setPicked(spoke)}
            />
          )}
          {group === "tight" && (
            <TargetView
              jobId={jobId}
              names={names}
              figures={FIGURES_OF.tight}
              target={wheel.tension.target}
              tap={tap}
              basis={FIGURES_OF.tight.map((f) => `${f}=${taken[f]?.value ?? ""}`).join("&")}
            />
          )}
          {group === "rounds" && (
            <RoundsView
              wheel={wheel}
              kinds={kinds}
              names={names}
              plan={plan}
              now={now}
              read={means[0] !== null || means[1] !== null}
              wanted={wanted}
              rounds={worked}
              figures={FIGURES_OF.rounds}
              tap={tap}
              message={message}
              onTurn={(r) => void turnRound(r)}
              onDestress={() => void destress()}
              goOn={half}
              onGoOn={() => setWalking("turn")}
            />
          )}
          {group === "load" && <LoadView wheel={wheel} duty={duty} tensions={newtons} />}
          {group === "gauges" && <GaugesView tables={tables} chosen={tableId} onChoose={setTableId} />}
        </>
      )}
      after={
        plan[0] ? (
          <p className="mb-3">
            Next round: {names.A} {turnsText(plan[0].turns.A)}, {names.B} {turnsText(plan[0].turns.B)} turns.
          </p>
        ) : (
          <p className="mb-3">Up to tension by what was read.</p>
        )
      }
    />
  );
};
