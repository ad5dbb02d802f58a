"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { PutAway } from "@/core/shop/put-away";
import { ListPages, type ListPart } from "../parts/frame/list-pages";
import { ShopBar } from "../parts/frame/shop-bar";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";

const counted = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);

/** What goes with it, in words. */
const wholeOf = ({ figures, readings, photos }: PutAway): string =>
  [
    ...counted(figures, "figure", "figures"),
    ...counted(readings, "reading", "readings"),
    ...counted(photos, "photo", "photos"),
  ].join(", ") || "nothing taken yet";

const KEY = "min-h-14 min-w-32 border border-ink px-3 text-lg";

/** Jobs that were put away: brought back, or erased after a plain question. */
export const PutAwayPage = ({ jobs, part }: { jobs: readonly PutAway[]; part: ListPart }) => {
  const router = useRouter();
  const [asked, setAsked] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const back = async (job: PutAway) => {
    const sent = await changeRecord(`/api/jobs/${job.id}/put-away`, { id: crypto.randomUUID(), away: false });
    setMessage(saidOf(sent, `${job.mark} is on the bench again.`));
    router.refresh();
  };
  const erase = async (job: PutAway) => {
    setAsked(null);
    const sent = await changeRecord(`/api/jobs/${job.id}/put-away`, {}, "DELETE");
    setMessage(saidOf(sent, `${job.mark} is erased.`));
    router.refresh();
  };
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="" title="Put away" />
      <main className="min-h-60 flex-1 overflow-y-auto">
        {part.all === 0 && <p className="p-6 text-2xl">Nothing is put away.</p>}
        <ul>
          {jobs.map((j) => (
            <li key={j.id} className="flex flex-wrap items-center gap-4 border-b border-grid px-4 py-3">
              <span className="w-28 font-mono text-2xl font-bold">{j.mark}</span>
              <span className="min-w-0 flex-1 basis-60">
                <span className="block truncate text-xl">
                  {[j.machine, j.customer].filter(Boolean).join(", ") || "no name yet"}
                </span>
                <span className="block text-base">
                  since {j.since}; {wholeOf(j)}
                </span>
              </span>
              {asked === j.id ? (
                <span role="alert" className="flex flex-wrap items-center gap-2">
                  <b className="text-lg">
                    Erase {j.mark} with {wholeOf(j)}? It cannot be had again.
                  </b>
                  <button type="button" className={`${KEY} bg-stop text-paper`} onClick={() => void erase(j)}>
                    erase it
                  </button>
                  <button type="button" className={KEY} onClick={() => setAsked(null)}>
                    keep it
                  </button>
                </span>
              ) : (
                <span className="flex gap-2">
                  <button type="button" className={`${KEY} bg-ink text-paper`} onClick={() => void back(j)}>
                    bring it back
                  </button>
                  <button type="button" className={KEY} onClick={() => setAsked(j.id)}>
                    erase …
                  </button>
                </span>
              )}
            </li>
          ))}
        </ul>
        <ListPages path="/put-away" {...part} shown={jobs.length} before="later ones" after="earlier ones" />
      </main>
      <p role="status" className="shrink-0 px-4 text-lg font-bold">
        {message}
      </p>
    </div>
  );
};
