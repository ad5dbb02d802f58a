"use client";
import type { GaugePoint } from "@/core/tension/gauge-table";
import { NEWTON_PER, nextForce } from "@/core/units/forces";
import { EntryBar } from "../parts/bench/entry-bar";
import { useForce } from "../parts/kept/kept-choice";
import { GaugeCurve } from "./gauge-curve";
import type { GaugeOnBench } from "./gauge-on-bench";
import { type Asking, useGaugeEntry } from "./use-gauge-entry";

interface GaugesViewProps {
  readonly tables: readonly GaugeOnBench[];
  readonly chosen: string | null;
  readonly onChoose: (id: string) => void;
  /** The tables in the record are others now. */
  readonly onChanged: () => void;
}

/** The shop's tension gauges, each with its table for a kind of spoke: entered, read from a file, or found with weights. */
export const GaugesView = ({ tables, chosen, onChoose, onChanged }: GaugesViewProps) => {
  const [unit] = useForce();
  const table = tables.find((t) => t.id === chosen) ?? tables[0] ?? null;
  const entry = useGaugeEntry({ table, unit, onChoose, onChanged });
  const { asking, message, errors } = entry;
  return (
    <>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <GaugeList tables={tables} table={table} onChoose={onChoose} onAnother={() => entry.ask({ what: "gauge" })} />
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
            {table && table.points.length > 0 && <GaugeCurve points={table.points} />}
            {table && <GaugeLines points={table.points} />}
            {table && table.points.length < 2 && (
              <p className="pt-3 text-lg">
                Two lines at least: between them it is straight, beyond them nothing is told.
              </p>
            )}
          </div>
          {table && <TableKeys table={table} onAsk={entry.ask} onFile={(file) => void entry.fromFile(file)} />}
        </div>
      </div>
      {asking && <GaugeEntry asking={asking} unit={unit} entry={entry} />}
    </>
  );
};

interface GaugeListProps extends Pick<GaugesViewProps, "tables" | "onChoose"> {
  readonly table: GaugeOnBench | null;
  readonly onAnother: () => void;
}

const GaugeList = ({ tables, table, onChoose, onAnother }: GaugeListProps) => (
  <div className="flex min-h-0 flex-col border-r border-grid">
    <ul className="min-h-0 flex-1 overflow-y-auto">
      {tables.length === 0 && (
        <li className="p-4 text-lg">
          No gauge yet. Give it a name, then its table: from its maker's sheet, from a file, or with weights hung on a
          spoke.
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
      className="min-h-18 border-t-2 border-ink px-2 text-xl leading-tight max-sm:portrait:min-h-24 max-sm:portrait:text-lg"
      onClick={onAnother}
    >
      another gauge or spoke
    </button>
  </div>
);

const GaugeLines = ({ points }: { points: readonly GaugePoint[] }) => {
  const [unit, setUnit] = useForce();
  return (
    <table className="mt-2 w-full max-w-64 font-mono text-lg">
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
        {points.map((p) => (
          <tr key={p.reading} className="border-b border-grid">
            <td className="py-1">{p.reading}</td>
            <td className="text-right">{(p.tension / NEWTON_PER[unit]).toFixed(unit === "N" ? 0 : 1)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
};

interface TableKeysProps {
  readonly table: GaugeOnBench;
  readonly onAsk: (what: Asking) => void;
  readonly onFile: (file: File | undefined) => void;
}

const TableKeys = ({ table, onAsk, onFile }: TableKeysProps) => (
  <div className="flex min-h-18 shrink-0 items-stretch border-t-2 border-ink text-lg leading-tight max-sm:portrait:flex-wrap max-sm:portrait:*:min-h-12 max-sm:portrait:*:basis-2/5">
    <button
      type="button"
      className="flex-1 border-r border-rule"
      onClick={() => onAsk({ what: "reading", by: "force" })}
    >
      a line
    </button>
    <button
      type="button"
      className="flex-1 border-r border-rule"
      onClick={() => onAsk({ what: "reading", by: "weight" })}
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
          onFile(e.target.files?.[0]);
          e.target.value = "";
        }}
      />
    </label>
    <a href={`/api/gauges/${table.id}/list`} className="flex flex-1 items-center justify-center">
      as a file
    </a>
  </div>
);

const PROMPT: Readonly<Record<Asking["what"], (unit: string) => string>> = {
  gauge: () => "name of the gauge",
  spoke: () => "for which spokes",
  reading: () => "the gauge shows",
  weight: () => "kilograms hung on the spoke",
  force: (unit) => `tension of that spoke, ${unit}`,
};
const HOW: Partial<Record<Asking["what"], string>> = {
  weight: "a spoke hung up by its head, the weight on its nipple, the gauge on its middle",
  force: "from the maker's sheet, or of a spoke whose tension is known",
};

interface GaugeEntryProps {
  readonly asking: Asking;
  readonly unit: string;
  readonly entry: ReturnType<typeof useGaugeEntry>;
}

const GaugeEntry = ({ asking, unit, entry }: GaugeEntryProps) => (
  <EntryBar
    key={asking.what}
    prompt={PROMPT[asking.what](unit)}
    how={HOW[asking.what] ?? entry.message ?? ""}
    kind={asking.what === "gauge" || asking.what === "spoke" ? "text" : "number"}
    offered={asking.what === "spoke" ? ["3.25 plain steel", "3.66 plain steel", "4.06 plain steel"] : undefined}
    message={entry.message}
    onTake={(typed) => void entry.take(typed)}
    onClose={() => entry.ask(null)}
  />
);
