"use client";
import { besideWords } from "@/core/rounds/line-total";
import type { Settled } from "@/core/truing/knowing/settled";
import { turnsText } from "@/core/truing/saying/turn-words";
import { ListImport } from "../parts/lists/list-import";
import type { RoundView } from "./round-view";

interface RoundsListProps {
  readonly jobId: string;
  readonly rounds: readonly RoundView[];
  readonly names: { readonly A: string; readonly B: string };
  readonly settled: readonly Settled[] | null;
  readonly comparedWith: number | null;
  readonly onCompare: (number: number) => void;
  readonly onTakeBack: () => void;
  /** Rounds whose readings were left out, and how one is left out or put back in. */
  readonly out: readonly { readonly id: string; readonly number: number }[];
  readonly onLeaveOut: (roundId: string, out: boolean) => void;
  readonly onListTaken: () => void;
  readonly stuck: readonly number[];
  readonly slipped: readonly number[];
  readonly message: string | null;
}

const mm = (x: number | null) => (x === null ? "–" : x.toFixed(2));

/** Every round: what was read, what was turned, what it should have become, and what it became. */
export const RoundsList = (props: RoundsListProps) => {
  const { rounds, comparedWith, onCompare, stuck, slipped } = props;
  const becameOf = ({ total }: RoundView) =>
    [total.lateral, total.radial].map((line) => mm(line.total?.beside ?? null)).join(", ");
  const last = rounds.at(-1);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="min-h-0 flex-1 overflow-y-auto p-4 text-lg">
        {rounds.length === 0 && <p>No round yet: read the wheel.</p>}
        <div className="flex flex-wrap gap-x-8">
          <a href={`/api/jobs/${props.jobId}/rounds-list`} className="flex min-h-12 items-center text-base underline">
            every reading and turn as a list (CSV)
          </a>
          <ListImport
            label="rounds from a list:"
            to={`/api/jobs/${props.jobId}/rounds-list`}
            className="flex min-h-12 items-center gap-2 text-base"
            onTaken={props.onListTaken}
          />
        </div>
        {rounds.length > 0 && (
          <table className="w-full">
            <thead>
              <tr className="border-b-2 border-ink text-left text-base">
                <th className="py-1 font-normal">round</th>
                <th className="text-right font-normal">places read</th>
                <th className="text-right font-normal">side to side</th>
                <th className="text-right font-normal">hop</th>
                <th className="text-right font-normal">offset</th>
                <th className="text-right font-normal">turned</th>
                <th className="text-right font-normal">should become</th>
                <th className="text-right font-normal">became</th>
                <th className="font-normal" />
              </tr>
            </thead>
            <tbody>
              {rounds.map((r, i) => {
                const next = rounds[i + 1];
                const turned = r.turns.filter((t) => t !== 0).length;
                return (
                  <tr key={r.id} className="border-b border-grid" data-testid="round-row">
                    <td className="py-2 font-mono">{r.number}</td>
                    <td className="text-right font-mono">{r.total.lateral.places}</td>
                    <td className="text-right font-mono">{besideWords(r.total.lateral) ?? "–"}</td>
                    <td className="text-right font-mono">{besideWords(r.total.radial) ?? "–"}</td>
                    <td className="text-right font-mono">{mm(r.offset)}</td>
                    <td className="text-right">
                      <span className="font-mono">{turned}</span>
                      {turned > 0 && (
                        <span className="text-base"> (most {turnsText(Math.max(...r.turns.map(Math.abs)))})</span>
                      )}
                      {r.destressed ? ", de-stressed" : ""}
                    </td>
                    <td className="text-right font-mono">
                      {r.advice && turned > 0
                        ? `${mm(r.advice.forecast.lateralTir)}, ${mm(r.advice.forecast.radialTir)}`
                        : "–"}
                    </td>
                    <td className="text-right font-mono">{next && turned > 0 ? becameOf(next) : "–"}</td>
                    <td className="text-right">
                      {r.total.lateral.places + r.total.radial.places > 0 && (
                        <button
                          type="button"
                          onClick={() => props.onLeaveOut(r.id, true)}
                          className="min-h-12 px-3 underline"
                        >
                          leave out
                        </button>
                      )}
                      {r !== last && (
                        <button
                          type="button"
                          aria-pressed={comparedWith === r.number}
                          onClick={() => onCompare(r.number)}
                          className="min-h-12 px-3 underline"
                        >
                          compare
                        </button>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
        {props.out.map((r) => (
          <p key={r.id} className="pt-3" data-testid="left-out">
            What was read in round {r.number} is left out.{" "}
            <button type="button" onClick={() => props.onLeaveOut(r.id, false)} className="min-h-12 px-2 underline">
              put round {r.number} back in
            </button>
          </p>
        ))}
        {stuck.length > 0 && (
          <p className="pt-3" data-testid="stuck">
            Won't turn: <b className="font-mono">{stuck.join(", ")}</b>. Penetrating oil over night, a little warmth;
            else a new spoke and nipple. They are held as they are until one is told to turn again.
          </p>
        )}
        {slipped.length > 0 && (
          <p className="pt-3">
            Slipped back: <b className="font-mono">{slipped.join(", ")}</b>. What they hold is unknown: read them again.
          </p>
        )}
      </div>
      {props.message && <p className="border-t border-grid px-4 py-2 text-lg font-bold">{props.message}</p>}
      {last && last.walked.length > 0 && (
        <button type="button" onClick={props.onTakeBack} className="h-18 shrink-0 border-t-2 border-ink text-xl">
          turn the whole of round {last.number} back
        </button>
      )}
    </div>
  );
};
