"use client";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { DUTY_FIGURES, SOUND_FIGURES, STAGING_FIGURES } from "@/core/figures/tension";
import { defaultStiffness, elasticWheel, RimBuckles, wheelGeometry } from "@/core/mechanics/elastic-wheel";
import type { Tolerance } from "@/core/runout/tolerance";
import { CAUTIONS } from "@/core/sheet/sheet";
import { sideTensions } from "@/core/tension/balance";
import { evennessOf } from "@/core/tension/evenness";
import { heardKind } from "@/core/tension/note-range";
import type { SoundKind } from "@/core/tension/sounding";
import { type StagedRound, type Staging, stagedRounds } from "@/core/tension/staging";
import type { Duty } from "@/core/tension/target";
import { inNewtons, knownSpokes, squeezes, tensionsTold } from "@/core/tension/told";
import { turnsText } from "@/core/truing/explain";
import { NEWTON_PER } from "@/core/units/forces";
import type { Wheel } from "@/core/wheel/wheel-file";
import { type BenchRecord, FiguresBench } from "../parts/figures-bench";
import { Groups } from "../parts/groups";
import { useForce } from "../parts/kept-choice";
import { send, sendWaiting } from "../parts/outbox";
import { TurningWalk } from "../parts/turning-walk";
import { UnrolledRim } from "../parts/unrolled-rim";
import { EarWalk } from "./ear-walk";
import { EntryWalk, type EntryWay } from "./entry-walk";
import { EvenView, kindName } from "./even-view";
import { type GaugeOnBench, GaugesView } from "./gauges-view";
import { KnownBar } from "./known-bar";
import { LoadView } from "./load-view";
import { RoundsView } from "./rounds-view";
import { SqueezeWalk } from "./squeeze-walk";
import { TargetView } from "./target-view";
import type { Taking, TensionRound } from "./tension-round";

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

type Walking = "ear" | "squeeze" | "turn" | EntryWay;

/** Tension by ear, gauge and hand; how even, how tight, the rounds that bring it up, and what a load does to it. */
export const Tension = (props: TensionProps) => {
  const { jobId, job, names, wheel, kinds, tolerance, tables, staging, duty, taken } = props;
  const router = useRouter();
  const [rounds, setRounds] = useState(props.rounds);
  const [group, setGroup] = useState<Group>("read");
  const [walking, setWalking] = useState<Walking | null>(null);
  const [picked, setPicked] = useState(1);
  const [message, setMessage] = useState<string | null>(null);
  const [tableId, setTableId] = useState<string | null>(tables[0]?.id ?? null);
  const [practice, setPractice] = useState(props.practice);
  const [known, setKnown] = useState(false);
  const [force] = useForce();
  useEffect(() => {
    void sendWaiting();
  }, []);
  const geometry = useMemo(() => wheelGeometry(wheel), [wheel]);
  const { spokes } = geometry;
  const n = spokes.length;
  const wanted = sideTensions(wheel, spokes);
  const all = rounds.map((r) => r.entries);
  const worked = rounds.map((round) => ({ round, tensions: tensionsTold(wheel, kinds, round.entries, all) }));
  const none = tensionsTold(wheel, kinds, [], []);
  const current = rounds.at(-1) ?? null;
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

  const openRound = async (planned: TensionRound["plan"]): Promise<TensionRound | null> => {
    const id = crypto.randomUUID();
    const sent = await send(`/api/jobs/${jobId}/rounds`, { id, kind: "tension", plan: planned });
    if (!sent.ok && sent.field !== "") {
      setMessage(sent.message);
      return null;
    }
    const made: TensionRound = {
      id,
      number: (rounds.at(-1)?.number ?? 0) + 1,
      kind: "tension",
      plan: planned,
      entries: [],
      lateral: new Array<number | null>(n).fill(null),
      radial: new Array<number | null>(n).fill(null),
      turns: new Array<number>(n).fill(0),
      walked: [],
      destressed: false,
    };
    setRounds((list) => [...list, made]);
    return made;
  };
  const begin = async (way: Walking) => {
    setMessage(null);
    if (!open && way !== "turn" && !(await openRound(null))) return;
    setWalking(way);
  };
  const take = async (taking: Taking): Promise<string | null> => {
    const round = rounds.at(-1);
    if (!round) return "no round is open";
    const reading = {
      id: crypto.randomUUID(),
      doubtful: false,
      sure: null,
      tableId: null,
      against: null,
      ...taking,
    };
    const sent = await send(`/api/rounds/${round.id}/readings`, reading);
    if (!sent.ok && sent.field !== "") return sent.message;
    const [told] = inNewtons([reading], tables);
    setRounds((list) => list.map((r, i) => (i === list.length - 1 ? { ...r, entries: [...r.entries, told] } : r)));
    return sent.ok ? null : sent.message;
  };
  const end = () => {
    setWalking(null);
    router.refresh();
  };
  const turnRound = async (staged: StagedRound) => {
    const turns = spokes.map((s) => staged.turns[s.flange]);
    if (await openRound({ part: staged.part, turns })) setWalking("turn");
  };
  const destress = async () => {
    if (!current) return setMessage("read or turn something first: de-stressing shows by before and after");
    const sent = await send(`/api/rounds/${current.id}/destress`, {});
    if (!sent.ok) return setMessage(sent.message);
    setRounds((list) => list.map((r, i) => (i === list.length - 1 ? { ...r, destressed: true } : r)));
    setMessage("De-stressed: read again, and see what it took.");
  };
  const mount = async () => {
    const sent = await send(`/api/jobs/${jobId}/practice`, { seed: 1 + (Date.now() % 9973), start: "fresh" });
    setMessage(sent.ok ? null : sent.message);
    if (sent.ok) setPractice(true);
  };
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
        onTurned={(spoke, turns) =>
          setRounds((list) =>
            list.map((r, i) =>
              i === list.length - 1
                ? {
                    ...r,
                    turns: r.turns.map((t, k) => (k === spoke - 1 ? t + turns : t)),
                    walked: [...r.walked, spoke],
                  }
                : r,
            ),
          )
        }
        onEnd={end}
      />
    );
  if (walking && walking !== "turn")
    return (
      <EntryWalk
        job={job}
        way={walking}
        table={tables.find((t) => t.id === tableId) ?? null}
        spokes={spokes}
        names={names}
        tensions={tensions}
        has={(spoke) => (shown?.entries ?? []).some((e) => e.spoke === spoke && e.what === walking)}
        onTake={take}
        onEnd={end}
      />
    );

  const p = picked - 1;
  const mine = tensions[p];
  const relative = readCount === 0 && tensions.some((t) => t.cents !== null);
  const even = evennessOf(kinds, relative ? tensions.map((t) => t.note || null) : newtons);
  const level = tensions.map((t, i) =>
    t.tension !== null ? t.tension / wanted[spokes[i].flange] : t.cents !== null ? 1 + t.cents / 500 : null,
  );
  const edge = (which: "low" | "high") =>
    tensions.map((t, i) =>
      t.tension === null || t[which] === null ? null : (t[which] ?? 0) / wanted[spokes[i].flange],
    );
  const show = (newton: number) =>
    force === "N" ? `${Math.round(newton / 10) * 10} N` : `${(newton / NEWTON_PER[force]).toFixed(0)} ${force}`;
  const table = tables.find((t) => t.id === tableId) ?? null;
  const kindOf = kinds.findIndex((k) => k.spokes.includes(picked));
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
            <>
              <div className="min-h-0 flex-1">
                <UnrolledRim
                  spokes={spokes}
                  now={{
                    lateral: shown?.lateral ?? none.map(() => null),
                    radial: shown?.radial ?? none.map(() => null),
                    tension: newtons,
                  }}
                  band={tolerance}
                  wantedTension={wanted}
                  names={names}
                  picked={picked}
                  onPick={setPicked}
                  strings={{
                    level,
                    low: edge("low"),
                    high: edge("high"),
                    marked: even.flatMap((e) => e.outliers),
                    band: 0.2,
                    caption: relative
                      ? { A: "cents from the middle of its kind, 100 either way", B: "not calibrated: like with like" }
                      : {
                          A: `wanted ${show(wanted.A)}, 20 % either way`,
                          B: `wanted ${show(wanted.B)}, 20 % either way`,
                        },
                  }}
                />
              </div>
              <div className="flex h-16 shrink-0 items-stretch border-t border-grid text-xl">
                <button
                  type="button"
                  aria-label="previous spoke"
                  onClick={() => setPicked(((picked + n - 2) % n) + 1)}
                  className="w-16 border-r border-rule text-3xl"
                >
                  ‹
                </button>
                <p className="flex min-w-0 flex-1 items-center gap-5 truncate px-3 text-[26px]" data-testid="picked">
                  <b className="font-mono">{picked}</b>
                  {mine.tension !== null && (
                    <b className="font-mono">{mine.tension === 0 ? "slack" : show(mine.tension)}</b>
                  )}
                  {mine.low !== null && mine.high !== null && mine.high > 0 && (
                    <span className="text-xl">
                      {mine.tension === null ? "somewhere " : ""}
                      {show(mine.low)} to {show(mine.high)}
                    </span>
                  )}
                  {mine.note !== null && mine.note > 0 && (
                    <span className="font-mono text-xl">
                      {Math.round(mine.note)} Hz
                      {mine.cents !== null
                        ? `, ${mine.cents >= 0 ? "+" : "−"}${Math.abs(Math.round(mine.cents))} cents`
                        : ""}
                    </span>
                  )}
                  {mine.tension === null && mine.note === null && <span className="text-xl">not read</span>}
                  {mine.doubt && <span className="truncate text-base">{mine.doubt}</span>}
                </p>
                {kindOf >= 0 && mine.note !== null && mine.note > 0 && (
                  <button
                    type="button"
                    onClick={() => setKnown(true)}
                    className="border-l border-rule px-3 text-lg leading-tight"
                  >
                    its tension
                    <br />
                    is known
                  </button>
                )}
                <button
                  type="button"
                  aria-label="next spoke"
                  onClick={() => setPicked((picked % n) + 1)}
                  className="w-16 border-l border-rule text-3xl"
                >
                  ›
                </button>
              </div>
              {known && (
                <KnownBar
                  spoke={picked}
                  onTake={async (value, typed) => {
                    const wrong = await take({ what: "known", spoke: picked, value, typed });
                    setMessage(wrong);
                    setKnown(false);
                    router.refresh();
                  }}
                  onClose={() => setKnown(false)}
                />
              )}
              {message && (
                <p role="alert" className="border-t border-grid px-4 py-1 text-lg font-bold">
                  {message}
                </p>
              )}
              {!known && (
                <div className="flex h-18 shrink-0 items-stretch border-t-2 border-ink text-lg">
                  <button
                    type="button"
                    onClick={() => void begin("ear")}
                    className="flex-[2] bg-ink text-2xl text-paper outline-offset-[-8px]"
                  >
                    by ear
                  </button>
                  <button
                    type="button"
                    onClick={() => (table && table.points.length > 1 ? void begin("gauge") : setGroup("gauges"))}
                    className="flex-1 border-r border-rule"
                  >
                    by gauge
                  </button>
                  <button type="button" onClick={() => void begin("tension")} className="flex-1 border-r border-rule">
                    in {force}
                  </button>
                  <button type="button" onClick={() => void begin("squeeze")} className="flex-1 border-r border-rule">
                    by hand
                  </button>
                  <button type="button" onClick={() => void begin("torque")} className="flex-1 border-r border-rule">
                    torque
                  </button>
                  <button
                    type="button"
                    onClick={() => void mount()}
                    aria-pressed={practice}
                    className={`flex-1 leading-tight ${practice ? "underline" : ""}`}
                  >
                    {practice ? "practice wheel on" : "practice wheel"}
                  </button>
                </div>
              )}
              <div className="grid shrink-0 grid-cols-2 border-t border-grid text-base">
                {FIGURES_OF.read.map((name) => (
                  <button
                    key={name}
                    type="button"
                    onClick={() => tap.onTap(name)}
                    className="flex min-h-12 items-center justify-between gap-2 border-r border-grid px-3"
                  >
                    {name === "spoke.inNipple" ? "spoke inside its nipple" : "thickness in the middle"}
                    <b className="font-mono">{tap.label(name)}</b>
                  </button>
                ))}
              </div>
            </>
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
