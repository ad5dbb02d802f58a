"use client";
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { useState } from "react";
import type { Away } from "@/core/planning/bench-day";
import type { Diary as DiaryData, DiaryJob } from "@/core/planning/diary";
import { STAGE_NAMES, type Stage } from "@/core/wheel/stages";
import { PageLink } from "@/screens/parts/frame/page-link";
import { ShopBar } from "../parts/frame/shop-bar";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { useRefresh } from "../parts/kept/use-refresh";
import { ListImport } from "../parts/lists/list-import";

/** Away times listed; the rest are counted. */
const AWAY_SHOWN = 12;
const dayOf = (today: string, offset: number): Date => new Date(Date.parse(`${today}T12:00:00Z`) + offset * 86_400_000);
const short = (d: Date) =>
  d.toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short", timeZone: "UTC" });
const clock = (minutes: number) => `${Math.floor(minutes / 60)}:${String(Math.round(minutes % 60)).padStart(2, "0")}`;

/** Days as a tape with the bench hours filled; the wheels in their order, each with when it can be ready. */
export const Diary = ({ diary }: { diary: DiaryData }) => {
  const refresh = useRefresh();
  const { plan, today } = diary;
  const firstSlot = (id: string) => plan.slots.findIndex((s) => s.id === id);
  const inOrder = [...diary.jobs].sort((p, q) => {
    const [a, b] = [firstSlot(p.id), firstSlot(q.id)];
    return (a < 0 ? 1e9 : a) - (b < 0 ? 1e9 : b);
  });
  const [order, setOrder] = useState<readonly string[] | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const jobs = order ? order.flatMap((id) => diary.jobs.find((j) => j.id === id) ?? []) : inOrder;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const save = async (ids: readonly string[]) => {
    setOrder(ids.length > 0 ? ids : null);
    const sent = await changeRecord("/api/diary/order", { ids });
    setMessage(saidOf(sent));
    refresh();
    setOrder(null);
  };
  const now = plan.slots[0];
  const nowJob = now ? diary.jobs.find((j) => j.id === now.id) : null;
  // A promise is in danger as soon as work that goes slowly would break it.
  const late = diary.slow.filter((r) => (r.late ?? 0) > 0);
  const backOn = async (away: Away) => {
    const sent = await changeRecord("/api/diary/away", { uid: away.uid, day: away.day }, "DELETE");
    setMessage(saidOf(sent));
    refresh();
  };
  return (
    <div className="flex h-dvh flex-col">
      <ShopBar current="/diary" title="Diary" />
      <main className="flex min-h-0 flex-1 flex-col">
        <p className="flex min-h-16 shrink-0 items-center gap-4 border-b border-grid px-4 text-2xl" data-testid="now">
          {now && nowJob ? (
            <>
              <span>Now:</span>
              <PageLink href={`/jobs/${nowJob.id}/${nowJob.open}`} className="font-bold underline">
                {nowJob.mark}, {STAGE_NAMES[now.stage as Stage] ?? now.stage}
              </PageLink>
              <span>
                {nowJob.machine}, some {Math.round(now.minutes)} minutes
              </span>
            </>
          ) : (
            <span>Nothing on the bench that can be worked on.</span>
          )}
          {late.length > 0 && (
            <b className="ml-auto flex items-center gap-2 text-lg">
              <svg width="20" height="20" viewBox="0 0 14 14" aria-hidden="true">
                <path d="M7 0 14 7 7 14 0 7Z" fill="var(--color-stop)" />
              </svg>
              {late.length} {late.length === 1 ? "promise" : "promises"} in danger
            </b>
          )}
        </p>
        <Tape diary={diary} />
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,3fr)_minmax(0,1fr)] portrait:grid-cols-1">
          <div className="min-h-0 overflow-y-auto border-r border-grid">
            {jobs.length === 0 && <p className="p-4 text-xl">No wheel on the bench.</p>}
            {jobs.length > 0 && (
              <div
                className={`${COLUMNS} sticky top-0 z-10 border-b border-rule bg-paper text-base`}
                aria-hidden="true"
              >
                <span />
                <span />
                <span>wheel, next</span>
                <span className="text-right">bench left</span>
                <span className="text-right">▴ promised</span>
                <span className="text-right">ready</span>
              </div>
            )}
            <DndContext
              sensors={sensors}
              collisionDetection={closestCenter}
              onDragEnd={({ active, over }) => {
                if (!over || active.id === over.id) return;
                const ids = jobs.map((j) => j.id);
                void save(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
              }}
            >
              <SortableContext items={jobs.map((j) => j.id)} strategy={verticalListSortingStrategy}>
                <ul aria-label="wheels in the order they are worked on">
                  {jobs.map((j) => {
                    const [ready, slow] = [plan.ready, diary.slow].map((all) => all.find((r) => r.id === j.id));
                    const day = (r: typeof ready) =>
                      r === undefined || r.day === null ? "not in sight" : short(dayOf(today, r.day));
                    return (
                      <Row
                        key={j.id}
                        job={j}
                        ready={day(ready)}
                        slow={slow?.day === ready?.day ? null : day(slow)}
                        late={ready?.late ?? null}
                        lateIfSlow={slow?.late ?? null}
                      />
                    );
                  })}
                </ul>
              </SortableContext>
            </DndContext>
          </div>
          <div className="flex min-h-0 flex-col overflow-y-auto p-4 text-lg">
            {message && <p className="font-bold">{message}</p>}
            <button type="button" onClick={() => void save([])} className="min-h-14 border border-rule">
              order by promised day
            </button>
            <a href="/diary.ics" className="mt-2 flex min-h-14 items-center justify-center border border-rule">
              as a calendar
            </a>
            <p className="pt-2 text-base">
              Only this machine serves it: subscribe from here, or open the file elsewhere.
            </p>
            <h2 className="pt-4 font-bold">Away from the bench</h2>
            <ListImport
              label="read a calendar in"
              to="/api/lists/calendar"
              accept=".ics,text/calendar"
              className="flex min-h-14 items-center justify-between gap-3 border border-rule px-3"
              onTaken={refresh}
            />
            {diary.away.length === 0 && <p className="text-base">Nothing in sight; closed days are in the settings.</p>}
            <ul>
              {diary.away.slice(0, AWAY_SHOWN).map((a) => (
                <li key={`${a.uid}${a.day}${a.from}`} className="flex min-h-12 items-center gap-2 border-b border-grid">
                  <span className="min-w-0 flex-1 text-base leading-tight">
                    <b>{short(new Date(`${a.day}T12:00:00Z`))}</b>{" "}
                    {a.to - a.from >= 1440 ? "all day" : `${clock(a.from)} to ${clock(a.to)}`}, {a.what}
                  </span>
                  <button
                    type="button"
                    onClick={() => void backOn(a)}
                    aria-label={`at the bench on ${a.day} after all: ${a.what}`}
                    className="min-h-12 border border-rule px-3 text-base"
                  >
                    not away
                  </button>
                </li>
              ))}
              {diary.away.length > AWAY_SHOWN && (
                <li className="text-base">and {diary.away.length - AWAY_SHOWN} more</li>
              )}
            </ul>
            <h2 className="pt-4 font-bold">Look at again</h2>
            {diary.rechecks.length === 0 && <p className="text-base">None due.</p>}
            <ul>
              {diary.rechecks.map((r) => (
                <li key={`${r.wheelId}${r.on}`}>
                  <PageLink href={`/wheels/${r.wheelId}`} className="flex min-h-12 items-center gap-3 underline">
                    <b className="font-mono">{r.mark}</b> {short(new Date(`${r.on}T12:00:00Z`))}
                  </PageLink>
                </li>
              ))}
            </ul>
            <h2 className="pt-4 font-bold">What things take, minutes</h2>
            <table className="text-base">
              <tbody>
                {Object.entries(diary.times).map(([stage, t]) => (
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
          </div>
        </div>
      </main>
    </div>
  );
};

const COLUMNS =
  "grid grid-cols-[3.5rem_6rem_minmax(0,1fr)_9rem_8rem_9rem] items-center gap-3 pr-4 portrait:grid-cols-[3rem_5rem_minmax(0,1fr)_8rem_7rem_8rem]";

interface RowProps {
  readonly job: DiaryJob;
  /** The day it is ready, and the day if work goes slowly where that is another. */
  readonly ready: string;
  readonly slow: string | null;
  /** Days past its promise; null where none was given. */
  readonly late: number | null;
  readonly lateIfSlow: number | null;
}

const days = (n: number): string => `${n} ${n === 1 ? "day" : "days"}`;

/** One wheel of the list; the grip at its left is dragged, or moved by keyboard. */
const Row = ({ job, ready, slow, late, lateIfSlow }: RowProps) => {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: job.id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      className={`${COLUMNS} min-h-16 border-b border-grid bg-paper`}
      data-testid="diary-row"
    >
      <button
        type="button"
        aria-label={`move ${job.mark}`}
        className="h-full cursor-grab touch-none"
        {...attributes}
        {...listeners}
      >
        <svg width="20" height="24" viewBox="0 0 20 24" aria-hidden="true" className="mx-auto">
          <path d="M2 5h16M2 12h16M2 19h16" stroke="currentColor" strokeWidth="2" />
        </svg>
      </button>
      <PageLink href={`/jobs/${job.id}/${job.open}`} className="font-mono text-xl font-bold underline">
        {job.mark}
      </PageLink>
      <span className="min-w-0">
        <span className="block truncate text-lg">{job.machine}</span>
        <span className="block truncate text-base">
          {job.waitingFor ? `waits: ${job.waitingFor}` : `next ${job.next}`}; {job.customer}
        </span>
      </span>
      <span className="text-right text-lg">
        {clock(job.minutes.median)} h
        <span className="block text-base">
          {clock(job.minutes.low)} to {clock(job.minutes.high)}
        </span>
      </span>
      <span className="text-right text-lg">
        {job.promised ? short(new Date(`${job.promised}T12:00:00Z`)) : "no day"}
      </span>
      <span className={`text-right text-lg leading-tight ${late ? "font-bold" : ""}`}>
        {ready}
        {late ? (
          <span className="block text-base">{days(late)} late</span>
        ) : lateIfSlow ? (
          <span className="block text-base">{days(lateIfSlow)} late if slow</span>
        ) : slow ? (
          <span className="block text-base">{slow} if slow</span>
        ) : null}
      </span>
    </li>
  );
};

/** The slots of one day, those of one wheel that follow each other put together. */
const wheelsOn = (diary: DiaryData, day: number) => {
  const out: { id: string; from: number; minutes: number; at: number; stages: string[] }[] = [];
  diary.plan.slots.forEach((s, i) => {
    if (s.day !== day) return;
    const last = out.at(-1);
    const stage = (STAGE_NAMES[s.stage as Stage] ?? s.stage).toLowerCase();
    if (last && last.id === s.id && Math.abs(last.from + last.minutes - s.from) < 1) {
      last.minutes += s.minutes;
      last.stages.push(stage);
    } else out.push({ id: s.id, from: s.from, minutes: s.minutes, at: diary.clock[i][0]?.from ?? 0, stages: [stage] });
  });
  return out;
};

/** Three weeks as a tape: each day as tall as its bench hours, filled with the wheels worked on. */
const Tape = ({ diary }: { diary: DiaryData }) => {
  const width = 1240 / diary.hours.length;
  const scale = 120 / Math.max(60, ...diary.hours);
  return (
    <svg
      viewBox="0 0 1240 170"
      className="w-full shrink-0 border-b border-ink"
      role="img"
      aria-label="bench hours of three weeks"
    >
      {diary.hours.map((hours, d) => {
        const date = dayOf(diary.today, d);
        return (
          <g key={d}>
            <rect
              x={d * width + 1}
              y={8}
              width={width - 2}
              height={Math.max(1, hours * scale)}
              fill="none"
              stroke="var(--color-rule)"
            />
            {wheelsOn(diary, d).map((s) => {
              const job = diary.jobs.find((j) => j.id === s.id);
              return (
                <g key={`${s.id}${s.from}`}>
                  <rect
                    x={d * width + 1}
                    y={8 + s.from * scale}
                    width={width - 2}
                    height={Math.max(1, s.minutes * scale)}
                    fill="var(--color-paper)"
                    stroke="var(--color-ink)"
                    strokeWidth="1.2"
                  >
                    <title>{`${clock(s.at)} ${job?.mark ?? ""} ${s.stages.join(", ")}`}</title>
                  </rect>
                  {s.minutes * scale > 15 && (
                    <text
                      x={d * width + width / 2}
                      y={8 + (s.from + s.minutes / 2) * scale + 5}
                      fontSize="14"
                      textAnchor="middle"
                      fill="var(--color-ink)"
                    >
                      {job?.mark}
                    </text>
                  )}
                </g>
              );
            })}
            {diary.jobs.some((j) => j.promised === date.toISOString().slice(0, 10)) && (
              <path d={`M${d * width + width / 2} 128l6 9h-12Z`} fill="var(--color-ink)">
                <title>promised</title>
              </path>
            )}
            <text
              x={d * width + width / 2}
              y="150"
              fontSize="15"
              textAnchor="middle"
              fill="var(--color-ink)"
              fontWeight={d === 0 ? 700 : 400}
            >
              {date.getUTCDate()}
            </text>
            <text x={d * width + width / 2} y="166" fontSize="14" textAnchor="middle" fill="var(--color-ink)">
              {date.toLocaleDateString("en-GB", { weekday: "short", timeZone: "UTC" })}
            </text>
          </g>
        );
      })}
    </svg>
  );
};
