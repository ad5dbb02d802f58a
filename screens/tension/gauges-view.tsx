"use client";
import { useState } from "react";
import type { GaugePoint } from "@/core/tension/gauge-table";
import { checkPoints, hungWeight } from "@/core/tension/gauge-table";
import { NEWTON_PER, nextForce } from "@/core/units/forces";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/bench/entry-bar";
import { changeRecord } from "../parts/kept/change-record";
import { useForce } from "../parts/kept/kept-choice";
import { saidOf } from "../parts/kept/sent";

export interface GaugeOnBench {
  readonly id: string;
  readonly gauge: string;
  readonly spoke: string;
  readonly points: readonly GaugePoint[];
  readonly version: number;
}

interface GaugesViewProps {
  readonly tables: readonly GaugeOnBench[];
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
  /** The tables in the record are others now. */
  readonly onChanged: () => void;
}

type Asking =
  | { readonly what: "gauge" }
  | { readonly what: "spoke"; readonly gauge: string }
  | { readonly what: "reading"; readonly by: "force" | "weight" }
  | { readonly what: "force" | "weight"; readonly reading: number };

/** The shop's tension gauges, each with its table for a kind of spoke: entered, read from a file, or found with weights. */
export const GaugesView = ({ tables, chosen, onChoose, onChanged }: GaugesViewProps) => {
  const [unit, setUnit] = useForce();
  const [asking, setAsking] = useState<Asking | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [errors, setErrors] = useState<readonly { readonly line: number; readonly message: string }[]>([]);
  const table = tables.find((t) => t.id === chosen) ?? tables[0] ?? null;
  const shown = (newton: number) => (newton / NEWTON_PER[unit]).toFixed(unit === "N" ? 0 : 1);
  const save = async (next: GaugeOnBench): Promise<boolean> => {
    const sent = await changeRecord("/api/gauges", next);
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return false;
    onChoose(next.id);
    onChanged();
    return true;
  };
  const take = async (typed: string) => {
    if (!asking) return;
    if (asking.what === "gauge") {
      if (typed === "") return setMessage("a name, such as “long arm, own”");
      setMessage(null);
      return setAsking({ what: "spoke", gauge: typed });
    }
    if (asking.what === "spoke") {
      if (typed === "") return setMessage("for which spokes it holds, such as “3.66 plain steel”");
      if (await save({ id: crypto.randomUUID(), gauge: asking.gauge, spoke: typed, points: [], version: 0 }))
        setAsking(null);
      return;
    }
    const read = readLength(typed, "mm");
    if (!read.ok) return setMessage(read.message);
    if (asking.what === "reading") {
      setMessage(null);
      return setAsking({ what: asking.by, reading: read.value });
    }
    if (!table) return;
    const tension = asking.what === "weight" ? hungWeight(read.value) : read.value * NEWTON_PER[unit];
    const points = [...table.points.filter((p) => p.reading !== asking.reading), { reading: asking.reading, tension }];
    const wrong = checkPoints(points);
    if (wrong) return setMessage(wrong);
    points.sort((a, b) => a.reading - b.reading);
    if (await save({ ...table, points })) setAsking({ what: "reading", by: asking.what });
  };
  const fromFile = async (file: File | undefined) => {
    if (!file || !table) return;
    const response = await fetch(`/api/gauges/${table.id}/list?take=yes`, { method: "POST", body: file });
    const answer = await response.json();
    if (!response.ok) return setMessage(answer.error?.message ?? "not taken");
    setErrors(answer.errors);
    setMessage(answer.taken ? `${answer.lines} lines taken` : "nothing was taken");
    if (answer.taken) onChanged();
  };
  const prompt = !asking
    ? ""
    : asking.what === "gauge"
      ? "name of the gauge"
      : asking.what === "spoke"
        ? "for which spokes"
        : asking.what === "reading"
          ? "the gauge shows"
          : asking.what === "weight"
            ? "kilograms hung on the spoke"
            : `tension of that spoke, ${unit}`;
  return (
    <>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <div className="flex min-h-0 flex-col border-r border-grid">
          <ul className="min-h-0 flex-1 overflow-y-auto">
            {tables.length === 0 && (
              <li className="p-4 text-lg">
                No gauge yet. Give it a name, then its table: from its maker's sheet, from a file, or with weights hung
                on a spoke.
              </li>
            )}
            {tables.map((t) => (
              <li key={t.id}>
                <button
                  type="button"
                  aria-pressed={t.id === table?.id}
                  onClick={() => onChoose(t.id)}
                  className={`min-h-14 w-full border-b border-grid px-3 py-1 text-left text-lg ${t.id === table?.id ? "bg-ink text-paper" : ""}`}
                >
                  {t.gauge}
                  <br />
                  <span className="text-base">{t.spoke}</span>
                </button>
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="h-18 border-t-2 border-ink text-xl"
            onClick={() => {
              setMessage(null);
              setAsking({ what: "gauge" });
            }}
          >
            another gauge or spoke
          </button>
        </div>
        <div className="flex min-h-0 flex-col">
          <div className="min-h-0 flex-1 overflow-y-auto p-4">
            {errors.length > 0 && (
              <div role="alert" className="mb-4 border-2 border-ink p-2 text-lg">
                <p className="font-bold">Nothing was taken from the file:</p>
                <ul>
                  {errors.slice(0, 12).map((e) => (
                    <li key={`${e.line}${e.message}`}>
                      line {e.line}: {e.message}
                    </li>
                  ))}
                </ul>
              </div>
            )}
            {message && !asking && <p className="pb-3 text-lg font-bold">{message}</p>}
            {table && table.points.length > 0 && <Curve points={table.points} />}
            {table && (
              <table className="mt-2 w-64 font-mono text-lg">
                <thead>
                  <tr className="border-b-2 border-ink text-left font-sans text-base">
                    <th className="font-normal">shows</th>
                    <th className="text-right font-normal">
                      <button type="button" className="min-h-12 underline" onClick={() => setUnit(nextForce(unit))}>
                        {unit}
                      </button>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {table.points.map((p) => (
                    <tr key={p.reading} className="border-b border-grid">
                      <td className="py-1">{p.reading}</td>
                      <td className="text-right">{shown(p.tension)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {table && table.points.length < 2 && (
              <p className="pt-3 text-lg">
                Two lines at least: between them it is straight, beyond them nothing is told.
              </p>
            )}
          </div>
          {table && (
            <div className="flex h-18 shrink-0 items-stretch border-t-2 border-ink text-lg">
              <button
                type="button"
                className="flex-1 border-r border-rule"
                onClick={() => setAsking({ what: "reading", by: "force" })}
              >
                a line
              </button>
              <button
                type="button"
                className="flex-1 border-r border-rule"
                onClick={() => setAsking({ what: "reading", by: "weight" })}
              >
                hang a weight
              </button>
              <label className="flex flex-1 cursor-pointer items-center justify-center border-r border-rule focus-within:outline-3">
                from a file
                <input
                  type="file"
                  accept=".csv,text/csv"
                  className="sr-only"
                  onChange={(e) => {
                    void fromFile(e.target.files?.[0]);
                    e.target.value = "";
                  }}
                />
              </label>
              <a href={`/api/gauges/${table.id}/list`} className="flex flex-1 items-center justify-center">
                as a file
              </a>
            </div>
          )}
        </div>
      </div>
      {asking && (
        <EntryBar
          key={`${asking.what}`}
          prompt={prompt}
          how={
            asking.what === "weight"
              ? "a spoke hung up by its head, the weight on its nipple, the gauge on its middle"
              : asking.what === "force"
                ? "from the maker's sheet, or of a spoke whose tension is known"
                : (message ?? "")
          }
          kind={asking.what === "gauge" || asking.what === "spoke" ? "text" : "number"}
          offered={asking.what === "spoke" ? ["3.25 plain steel", "3.66 plain steel", "4.06 plain steel"] : undefined}
          message={message}
          onTake={(typed) => void take(typed)}
          onClose={() => {
            setAsking(null);
            setMessage(null);
          }}
        />
      )}
    </>
  );
};

/** The table drawn: reading across, tension up. */
const Curve = ({ points }: { points: readonly GaugePoint[] }) => {
  const xs = points.map((p) => p.reading);
  const top = Math.max(...points.map((p) => p.tension), 1);
  const low = Math.min(...xs);
  const span = Math.max(...xs) - low || 1;
  const at = (p: GaugePoint) => [30 + (340 * (p.reading - low)) / span, 150 - (130 * p.tension) / top] as const;
  return (
    <svg viewBox="0 0 400 172" className="w-full max-w-lg" role="img" aria-label="tension by reading">
      <g fill="var(--color-ink)" fontSize="12">
        <text x="36" y="16">
          {Math.round(top)} N
        </text>
        <text x="30" y="167">
          shows {low}
        </text>
        <text x="370" y="167" textAnchor="middle">
          {low + span}
        </text>
      </g>
      <path d="M30 10V150H390" fill="none" stroke="var(--color-rule)" strokeWidth="1.5" />
      <path
        d={`M${points.map((p) => at(p).join(" ")).join("L")}`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {points.map((p) => (
        <circle key={p.reading} cx={at(p)[0]} cy={at(p)[1]} r="4" fill="var(--color-ink)" />
      ))}
    </svg>
  );
};
