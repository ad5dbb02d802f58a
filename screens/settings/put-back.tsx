"use client";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { COUNTED, COUNTED_WORDS, type LookedInto, type Restore, STEP_WORDS } from "@/core/shop/restore";
import { changeRecord } from "../parts/kept/change-record";
import { getJson } from "../parts/kept/get-json";
import { queryClient } from "../parts/kept/query-client";
import { saidOf } from "../parts/kept/sent";

/** ms between two looks while a copy is put back, and while none is. */
const [LOOK_OFTEN, LOOK_SELDOM] = [400, 30_000];
const KEY = ["restore"];
const ROUTE = "/api/shop/restore";

/** How the putting back of a copy stands, and its keys. */
export const usePutBack = () => {
  const [message, setMessage] = useState<string | null>(null);
  const look = useQuery({
    queryKey: KEY,
    queryFn: () => getJson<Restore>(ROUTE),
    refetchInterval: ({ state }) => (state.data?.step ? LOOK_OFTEN : LOOK_SELDOM),
    staleTime: 0,
  });
  const ask = async (body: object, method: "POST" | "DELETE" = "POST") => {
    const sent = await changeRecord<Restore>(ROUTE, body, method);
    setMessage(saidOf(sent));
    await look.refetch();
  };
  const before = look.data?.done?.before;
  useEffect(() => {
    // The shop as it was is a copy among the others now.
    if (before) void queryClient.invalidateQueries({ queryKey: ["copies"] });
  }, [before]);
  return {
    now: look.data ?? null,
    message,
    lookInto: (copy: string) => void ask({ copy }),
    take: (copy: string) => void ask({ copy, take: true }),
    leave: () => void ask({}, "DELETE"),
  };
};

const Beside = ({ found: { there, here } }: { found: LookedInto }) => (
  <table className="w-full text-lg">
    <thead>
      <tr className="text-base">
        <td />
        <th scope="col" className="text-right font-normal">
          in the copy
        </th>
        <th scope="col" className="text-right font-normal">
          here now
        </th>
      </tr>
    </thead>
    <tbody>
      {COUNTED.map((what) => (
        <tr key={what} className={there.counts[what] === here.counts[what] ? "" : "font-bold *:font-bold"}>
          <th scope="row" className="text-left font-normal">
            {COUNTED_WORDS[what]}
          </th>
          <td className="text-right font-mono">{there.counts[what]}</td>
          <td className="text-right font-mono">{here.counts[what]}</td>
        </tr>
      ))}
      <tr>
        <th scope="row" className="text-left font-normal">
          newest
        </th>
        <td className="text-right font-mono">{there.newest ?? "none"}</td>
        <td className="text-right font-mono">{here.newest ?? "none"}</td>
      </tr>
    </tbody>
  </table>
);

/** A copy of the shop put back: what was found in it beside what is here, the question, what came of it. */
export const PutBack = ({ now, message, take, leave }: ReturnType<typeof usePutBack>) => {
  if (!now) return null;
  const { step, found, failed, done } = now;
  const key = "min-h-14 flex-1 px-2";
  return (
    <div aria-live="polite">
      {message && <p className="px-4 py-2 text-lg font-bold">{message}</p>}
      {step && (
        <p className="border-b border-grid px-4 py-3 text-lg" role="status">
          {STEP_WORDS[step]} …
        </p>
      )}
      {failed && (
        <div role="alert" className="border-b border-grid px-4 py-3 text-lg">
          <p className="font-bold">{failed}</p>
          <button type="button" className="min-h-12 underline" onClick={leave}>
            seen
          </button>
        </div>
      )}
      {found && !step && (
        <div role="alert" className="border-b border-grid px-4 py-3 text-lg">
          <p className="pb-2 font-bold wrap-anywhere">{found.copy}: put in the shop's place?</p>
          <Beside found={found} />
          <p className="py-2 text-base">
            Everything here now is copied first, under a name of its own. Nobody can write for the moment it takes.
          </p>
          <div className="flex gap-2">
            <button type="button" className={`${key} bg-ink text-paper`} onClick={() => take(found.copy)}>
              put it in place
            </button>
            <button type="button" className={`${key} border border-ink`} onClick={leave}>
              leave the shop as it is
            </button>
          </div>
        </div>
      )}
      {done && (
        <div role="status" className="border-b border-grid px-4 py-3 text-lg">
          <p className="wrap-anywhere">
            <b>The shop is as it was in {done.copy}.</b> As it was before: {done.before}
          </p>
          <button type="button" className="min-h-12 underline" onClick={leave}>
            seen
          </button>
        </div>
      )}
    </div>
  );
};
