"use client";
import type { Away } from "@/core/planning/bench-day";
import { dayWords } from "@/core/planning/day-words";
import type { Diary as DiaryData } from "@/core/planning/diary";
import { STAGE_NAMES, type Stage } from "@/core/wheel/stages";
import { PageLink } from "../parts/frame/page-link";
import { ListImport } from "../parts/lists/list-import";
import { clock } from "./diary-words";

interface AwayListProps {
  readonly away: readonly Away[];
  readonly onTaken: () => void;
  readonly onNotAway: (away: Away) => void;
}

/** Away times listed; the rest are counted. */
const AWAY_SHOWN = 12;

export const AwayList = ({ away, onTaken, onNotAway }: AwayListProps) => (
  <>
    <h2 className="pt-4 font-bold">Away from the bench</h2>
    <ListImport
      label="read a calendar in"
      to="/api/lists/calendar"
      accept=".ics,text/calendar"
      className="flex min-h-14 items-center justify-between gap-3 border border-rule px-3"
      onTaken={onTaken}
    />
    {away.length === 0 && <p className="text-base">Nothing in sight; closed days are in the settings.</p>}
    <ul>
      {away.slice(0, AWAY_SHOWN).map((a) => (
        <li key={`${a.uid}${a.day}${a.from}`} className="flex min-h-12 items-center gap-2 border-b border-grid">
          <span className="min-w-0 flex-1 text-base leading-tight">
            <b>{dayWords(new Date(`${a.day}T12:00:00Z`))}</b>{" "}
            {a.to - a.from >= 1440 ? "all day" : `${clock(a.from)} to ${clock(a.to)}`}, {a.what}
          </span>
          <button
            type="button"
            onClick={() => onNotAway(a)}
            aria-label={`at the bench on ${a.day} after all: ${a.what}`}
            className="min-h-12 border border-rule px-3 text-base"
          >
            not away
          </button>
        </li>
      ))}
      {away.length > AWAY_SHOWN && <li className="text-base">and {away.length - AWAY_SHOWN} more</li>}
    </ul>
  </>
);

export const Rechecks = ({ rechecks }: Pick<DiaryData, "rechecks">) => (
  <>
    <h2 className="pt-4 font-bold">Look at again</h2>
    {rechecks.length === 0 && <p className="text-base">None due.</p>}
    <ul>
      {rechecks.map((r) => (
        <li key={`${r.wheelId}${r.on}`}>
          <PageLink href={`/wheels/${r.wheelId}`} className="flex min-h-12 items-center gap-3 underline">
            <b className="font-mono">{r.mark}</b> {dayWords(new Date(`${r.on}T12:00:00Z`))}
          </PageLink>
        </li>
      ))}
    </ul>
  </>
);

export const UsualTimes = ({ times }: Pick<DiaryData, "times">) => (
  <>
    <h2 className="pt-4 font-bold">What things take, minutes</h2>
    <table className="text-base">
      <tbody>
        {Object.entries(times).map(([stage, t]) => (
          <tr key={stage} className="border-b border-grid">
            <td className="py-1">{STAGE_NAMES[stage as Stage] ?? stage}</td>
            <td className="text-right font-mono">{Math.round(t.median)}</td>
            <td className="pl-2 text-right">
              {Math.round(t.low)} to {Math.round(t.high)}
            </td>
            <td className="pl-2">{t.from === 0 ? "usual" : `of ${t.from}`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </>
);
