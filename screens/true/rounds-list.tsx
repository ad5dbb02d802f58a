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

const becameOf = ({ total }: RoundView) =>
  [total.lateral, total.radial].map((line) => mm(line.total?.beside ?? null)).join(", ");

const COLUMNS = [
  ...["round", "places read", "side to side", "hop", "offset", "turned"],
  ...["should become", "became"],
] as const;

/** On a phone a round is a list of its own, each figure behind its name. */
const CELL =
  "max-sm:portrait:flex max-sm:portrait:justify-between max-sm:portrait:before:font-sans max-sm:portrait:before:content-[attr(data-column)]";

interface RoundRowProps {
  readonly round: RoundView;
  /** The one read after it; null for the last. */
  readonly next: RoundView | null;
  readonly compared: boolean;
  readonly onLeaveOut: () => void;
  readonly onCompare: () => void;
}

const RoundRow = ({ round, next, compared, onLeaveOut, onCompare }: RoundRowProps) => {
  const { lateral, radial } = round.total;
  const turned = round.turns.filter((t) => t !== 0).length;
  const forecast = round.advice && turned > 0 ? round.advice.forecast : null;
  const figures = [
    round.number,
    lateral.places,
    besideWords(lateral) ?? "–",
    besideWords(radial) ?? "–",
    mm(round.offset),
    <span key="turned" className="font-sans">
      <span className="font-mono">{turned}</span>
      {turned > 0 && <span className="text-base"> (most {turnsText(Math.max(...round.turns.map(Math.abs)))})</span>}
      {round.destressed ? ", de-stressed" : ""}
    </span>,
    forecast ? `${mm(forecast.lateralTir)}, ${mm(forecast.radialTir)}` : "–",
    next && turned > 0 ? becameOf(next) : "–",
  ];
  return (
    <tr className="border-b border-grid max-sm:portrait:block max-sm:portrait:py-2" data-testid="round-row">
      {COLUMNS.map((c, i) => (
        <td key={c} data-column={c} className={`${CELL} font-mono ${i === 0 ? "py-2" : "text-right"}`}>
          {figures[i]}
        </td>
      ))}
      <td className="text-right max-sm:portrait:block">
        {lateral.places + radial.places > 0 && (
          <button type="button" onClick={onLeaveOut} className="min-h-12 px-3 underline">
            leave out
          </button>
        )}
        {next && (
          <button type="button" aria-pressed={compared} onClick={onCompare} className="min-h-12 px-3 underline">
            compare
          </button>
        )}
      </td>
    </tr>
  );
};

/** Every round: what was read, what was turned, what it should have become, and what it became. */
export const RoundsList = (props: RoundsListProps) => {
  const { rounds, comparedWith, onCompare, stuck, slipped } = props;
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
            <thead className="max-sm:portrait:hidden">
              <tr className="border-b-2 border-ink text-left text-base">
                {COLUMNS.map((c, i) => (
                  <th key={c} className={i === 0 ? "py-1 font-normal" : "text-right font-normal"}>
                    {c}
                  </th>
                ))}
                <th className="font-normal" />
              </tr>
            </thead>
            <tbody>
              {rounds.map((r, i) => (
                <RoundRow
                  key={r.id}
                  round={r}
                  next={rounds[i + 1] ?? null}
                  compared={comparedWith === r.number}
                  onLeaveOut={() => props.onLeaveOut(r.id, true)}
                  onCompare={() => onCompare(r.number)}
                />
              ))}
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
