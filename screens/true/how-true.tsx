"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { TIGHT_FIGURE } from "@/core/figures/truing";
import { TOLERANCE_NAMES, type Tolerance, type ToleranceName } from "@/core/runout/tolerance";
import { SCHOOL_WORDS, SCHOOLS, type School } from "@/core/truing/solving/schools";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/bench/entry-bar";
import { InHandbook } from "../parts/frame/in-handbook";
import { usePutFigure } from "../parts/kept/use-put-figure";
import { type StandTold, type WorkedOut, workOutHere } from "./work-out-here";

interface HowTrueProps {
  readonly jobId: string;
  readonly onStand: StandTold;
  /** The round the front is worked out on; null with nothing read. */
  readonly roundId: string | null;
  readonly tolerance: Tolerance;
  readonly toleranceName: string;
  readonly school: School;
  /** mm of run-out this way of working costs against the default, by the newest advice. */
  readonly cost: number | null;
  readonly tight: string | null;
  readonly anyTension: boolean;
  readonly onTolerance: (name: ToleranceName) => Promise<void>;
  readonly onChanged: () => Promise<void>;
}

/** How true is true, by which way of working, and what the last hundredths would cost in evenness. */
export const HowTrue = (props: HowTrueProps) => {
  const { jobId, onStand, roundId, tolerance, toleranceName, school, cost, tight, anyTension } = props;
  const [message, setMessage] = useState<string | null>(null);
  const [own, setOwn] = useState(false);
  const putFigure = usePutFigure(jobId);
  const { data: front = null } = useQuery({
    queryKey: ["front", roundId, tolerance, school, tight],
    queryFn: () => workOutHere("front", onStand, roundId ?? ""),
    enabled: roundId !== null,
  });
  const put = async (name: string, typed: string) => {
    const wrong = await putFigure(name, typed);
    setMessage(wrong);
    if (!wrong) await props.onChanged();
    return !wrong;
  };
  const key = (on: boolean) => `min-h-14 border border-rule px-3 text-left ${on ? "bg-ink text-paper" : ""}`;
  return (
    <>
      <div className="grid min-h-0 flex-1 grid-cols-2 portrait:grid-cols-1">
        <div className="min-h-0 overflow-y-auto border-r border-grid p-4 text-lg">
          <h2 className="pb-1 font-bold">How true</h2>
          <div className="grid grid-cols-5">
            {TOLERANCE_NAMES.map((name) => (
              <button
                key={name}
                type="button"
                aria-pressed={name === toleranceName}
                onClick={() => (name === "own" ? setOwn(true) : void props.onTolerance(name))}
                className={`${key(name === toleranceName)} text-center`}
              >
                {name}
              </button>
            ))}
          </div>
          <p className="pt-1">
            {tolerance.lateral} mm side to side, {tolerance.radial} hop, {tolerance.offset} offset, within{" "}
            {Math.round(tolerance.tensionSpread * 100)} % of the side's tension.
          </p>
          <InHandbook at="true#how-true" />
          <h2 className="pt-4 pb-1 font-bold">Way of working</h2>
          <InHandbook at="schools" say="where builders disagree: the handbook" />
          <div className="grid grid-cols-2">
            {SCHOOLS.map((s) => (
              <button
                key={s}
                type="button"
                aria-pressed={s === school}
                onClick={() => void put("true.school", s)}
                className={key(s === school)}
              >
                {SCHOOL_WORDS[s].label}
              </button>
            ))}
          </div>
          <p className="pt-1" data-testid="school">
            {SCHOOL_WORDS[school].why}.
            {cost !== null &&
              ` On this wheel it ${Math.abs(cost) < 0.005 ? "costs nothing this round" : `leaves ${Math.abs(cost).toFixed(2)} mm ${cost > 0 ? "more" : "less"} this round than everything at once`}.`}
          </p>
          {!anyTension && (
            <>
              <h2 className="pt-4 pb-1 font-bold">How tight it is, with no tension read</h2>
              <div className="grid grid-cols-4">
                {TIGHT_FIGURE.choices?.map((c) => (
                  <button
                    key={c.value}
                    type="button"
                    aria-pressed={c.value === tight}
                    onClick={() => void put("true.tight", c.value)}
                    className={key(c.value === tight)}
                  >
                    {c.label}
                  </button>
                ))}
              </div>
              <p className="pt-1">What the turns then make of it is reckoned, and said to be reckoned.</p>
            </>
          )}
          {message && <p className="pt-2 font-bold">{message}</p>}
        </div>
        <div className="flex min-h-0 flex-col p-4 text-lg">
          <h2 className="pb-1 font-bold">How much truer, and what it would cost</h2>
          {!roundId && <p>Read the wheel first: then this shows what more true would cost in uneven spokes.</p>}
          {roundId && !front && <p>working it out …</p>}
          {front && <FrontPicture front={front} tolerance={tolerance} />}
        </div>
      </div>
      {own && (
        <EntryBar
          prompt="own tolerance, side to side and hop"
          how="total reading; 0.4, or 15 thou"
          kind="number"
          unit="mm"
          message={message}
          onTake={async (typed) => {
            const read = readLength(typed, "mm");
            if (!read.ok) return setMessage(read.message);
            if (read.mm < 0.05) return setMessage(`${typed} is finer than a dial can hold; 0.05 at least`);
            if (await put("true.own", typed)) {
              setOwn(false);
              await props.onTolerance("own");
            }
          }}
          onClose={() => setOwn(false)}
        />
      )}
    </>
  );
};

/** mm between the marks of an axis of run-out: round ones, few of them. */
const stepOf = (most: number): number => [0.02, 0.05, 0.1, 0.2, 0.5, 1, 2].find((step) => most / step <= 5) ?? 5;

/** Run-out that can be had over the unevenness allowed: where it goes level, more turning buys nothing. */
const FrontPicture = ({ front, tolerance }: { front: WorkedOut["front"]; tolerance: Tolerance }) => {
  const wanted = Math.min(tolerance.lateral, tolerance.radial);
  const worst = Math.max(wanted, ...front.map((f) => f.tir)) * 1.05;
  const step = stepOf(worst);
  const marks = [...Array(Math.ceil(worst / step) + 1).keys()].map((i) => i * step);
  const top = marks[marks.length - 1];
  const most = front.at(-1)?.spread ?? 0.45;
  const at = (f: { spread: number; tir: number }) => [70 + (500 * f.spread) / most, 300 - (260 * f.tir) / top] as const;
  const inside = front.find((f) => f.tir <= wanted);
  const allowed = front.filter((f) => f.spread <= tolerance.tensionSpread + 1e-9).at(-1) ?? front[0];
  const more = front.find((f) => f.spread > tolerance.tensionSpread + 1e-9);
  return (
    <>
      <svg
        viewBox="0 0 600 350"
        className="w-full"
        role="img"
        aria-label="run-out that can be had, by how uneven the spokes may be"
      >
        <path
          d={`M70 40V300H580${marks.map((mm) => `M66 ${300 - (260 * mm) / top}h4`).join("")}`}
          fill="none"
          stroke="var(--color-rule)"
          strokeWidth="1.5"
        />
        <line
          x1="70"
          x2="580"
          y1={300 - (260 * wanted) / top}
          y2={300 - (260 * wanted) / top}
          stroke="var(--color-rule)"
          strokeWidth="1.5"
          strokeDasharray="2 4"
        />
        <text x="574" y={292 - (260 * wanted) / top} fontSize="18" textAnchor="end" fill="var(--color-ink)">
          wanted {wanted}
        </text>
        <path
          d={`M${front.map((f) => at(f).join(" ")).join("L")}`}
          fill="none"
          stroke="var(--color-ink)"
          strokeWidth="3"
        />
        {front.map((f) => (
          <g key={f.spread}>
            <circle cx={at(f)[0]} cy={at(f)[1]} r={f === allowed ? 8 : 4} fill="var(--color-ink)" />
            <text x={at(f)[0]} y="322" fontSize="17" textAnchor="middle" fill="var(--color-ink)">
              {Math.round(f.spread * 100)}
            </text>
          </g>
        ))}
        <text x="575" y="344" fontSize="17" textAnchor="end" fill="var(--color-ink)">
          per cent a spoke may stand off its side
        </text>
        {marks.map((mm) => (
          <text key={mm} x="62" y={306 - (260 * mm) / top} fontSize="17" textAnchor="end" fill="var(--color-ink)">
            {Number(mm.toFixed(2))}
          </text>
        ))}
      </svg>
      <p data-testid="front">
        Within {Math.round(allowed.spread * 100)} % the best to be had is{" "}
        <b className="font-mono">{allowed.tir.toFixed(2)}</b> mm.{" "}
        {inside
          ? inside.spread <= tolerance.tensionSpread + 1e-9
            ? `${wanted} mm can be had with spokes within ${Math.round(inside.spread * 100)} %.`
            : `${wanted} mm would cost ${Math.round(inside.spread * 100)} %: slack spokes beside tight ones. Stop before that.`
          : `${wanted} mm cannot be had with these spokes however uneven: it is the rim.`}{" "}
        {more && allowed.tir - more.tir < 0.05
          ? `The next ${(allowed.tir - more.tir).toFixed(2)} mm would cost ${Math.round(more.spread * 100)} %: stop here.`
          : ""}
      </p>
    </>
  );
};
