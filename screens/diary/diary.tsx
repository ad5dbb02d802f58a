"use client";
import { useRef, useState } from "react";
import type { Away } from "@/core/planning/bench-day";
import type { Diary as DiaryData } from "@/core/planning/diary";
import { STAGE_NAMES, type Stage } from "@/core/wheel/stages";
import { PageLink } from "../parts/frame/page-link";
import { ShopBar } from "../parts/frame/shop-bar";
import { useAtDevice } from "../parts/kept/at-device";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { useListTold } from "../parts/kept/told-by-shop";
import { useRefresh } from "../parts/kept/use-refresh";
import { BenchTape } from "./bench-tape";
import { AwayList, Rechecks, UsualTimes } from "./beside-diary";
import { WheelOrder } from "./wheel-order";

/** The wheels as they are planned: what is worked on first stands first. */
const inOrder = ({ jobs, plan }: DiaryData) => {
  const first = (id: string) => {
    const at = plan.slots.findIndex((s) => s.id === id);
    return at < 0 ? Number.POSITIVE_INFINITY : at;
  };
  return [...jobs].sort((p, q) => (first(p.id) === first(q.id) ? 0 : first(p.id) - first(q.id)));
};

/** Days as a tape with the bench hours filled; the wheels in their order, each with when it can be ready. */
export const Diary = ({ diary, mark }: { diary: DiaryData; mark: string }) => {
  const refresh = useRefresh();
  useListTold(mark);
  const at = useAtDevice();
  const [order, setOrder] = useState<readonly string[] | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const jobs = order ? order.flatMap((id) => diary.jobs.find((j) => j.id === id) ?? []) : inOrder(diary);
  const ordered = useRef(diary.ordered);
  ordered.current = Math.max(ordered.current, diary.ordered);
  const before = useRef<Promise<unknown>>(Promise.resolve());
  const save = (ids: readonly string[]) => {
    setOrder(ids.length > 0 ? ids : null);
    // One after the other, each on what the one before came to: a late one never overrides a newer.
    const sending = before.current.then(async () => {
      const sent = await changeRecord<{ ordered: number }>("/api/diary/order", { ids, seen: ordered.current });
      if (sent.state === "taken") ordered.current = sent.value.ordered;
      setMessage(saidOf(sent));
      if (before.current !== sending) return;
      refresh();
      setOrder(null);
    });
    before.current = sending;
  };
  const backOn = async (away: Away) => {
    const sent = await changeRecord("/api/diary/away", { uid: away.uid, day: away.day }, "DELETE");
    setMessage(saidOf(sent));
    refresh();
  };
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="/diary" title="Diary" />
      <main className="flex min-h-60 flex-1 flex-col">
        <NowLine diary={diary} />
        <BenchTape diary={diary} />
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,3fr)_minmax(0,1fr)] portrait:grid-cols-1">
          <div className="min-h-0 overflow-y-auto border-r border-grid">
            <WheelOrder diary={diary} jobs={jobs} onOrder={save} />
            {diary.unplanned > 0 && (
              <p className="px-4 py-3 text-lg">
                {diary.unplanned} more on the bench, promised later or for no day: they are not planned yet.
              </p>
            )}
          </div>
          <div className="flex min-h-0 flex-col overflow-y-auto p-4 text-lg">
            {message && <p className="font-bold">{message}</p>}
            <button type="button" onClick={() => save([])} className="min-h-14 border border-rule">
              order by promised day
            </button>
            <a href="/diary.ics" className="mt-2 flex min-h-14 items-center justify-center border border-rule">
              as a calendar
            </a>
            <p className="pt-2 text-base">
              {at
                ? "Save the file and open it in your calendar: a calendar that asks by itself is not let in."
                : "Only this machine serves it: subscribe from here, or open the file elsewhere."}
            </p>
            <AwayList away={diary.away} onTaken={refresh} onNotAway={(a) => void backOn(a)} />
            <Rechecks rechecks={diary.rechecks} />
            <UsualTimes times={diary.times} />
          </div>
        </div>
      </main>
    </div>
  );
};

/** What to do now, and how many promises are in danger: as soon as work that goes slowly would break one. */
const NowLine = ({ diary }: { diary: DiaryData }) => {
  const now = diary.plan.slots[0];
  const nowJob = now ? diary.jobs.find((j) => j.id === now.id) : null;
  const late = diary.slow.filter((r) => (r.late ?? 0) > 0);
  return (
    <p className="flex min-h-16 shrink-0 items-center gap-4 border-b border-grid px-4 text-2xl" data-testid="now">
      {now && nowJob ? (
        <>
          <span>Now:</span>
          <PageLink
            href={`/jobs/${nowJob.id}/${nowJob.open}`}
            className="inline-flex min-h-12 items-center font-bold underline"
          >
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
  );
};
