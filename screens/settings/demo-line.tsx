"use client";
import { useState } from "react";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { useRefresh } from "../parts/kept/use-refresh";

/** The invented workshop, removed whole after a plain question. */
export const DemoLine = ({ row }: { row: string }) => {
  const refresh = useRefresh();
  const [asked, setAsked] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const remove = async () => {
    setAsked(false);
    const sent = await changeRecord("/api/shop/demo", {}, "DELETE");
    setMessage(saidOf(sent));
    if (sent.state === "taken") refresh();
  };
  if (!asked)
    return (
      <>
        <button type="button" className={row} onClick={() => setAsked(true)}>
          <span>the invented workshop: jobs, customers, drawers, gauges</span>
          <b className="shrink-0 whitespace-nowrap underline">remove it</b>
        </button>
        {message && <p className="px-4 py-2 text-lg font-bold">{message}</p>}
      </>
    );
  return (
    <div role="alert" className="border-b border-grid px-4 py-3 text-lg">
      <p className="font-bold">Remove it whole? What you booked in yourself stays.</p>
      <div className="flex gap-2 pt-2">
        <button type="button" className="min-h-14 flex-1 bg-ink text-paper" onClick={() => void remove()}>
          remove it
        </button>
        <button type="button" className="min-h-14 flex-1 border border-ink" onClick={() => setAsked(false)}>
          keep it
        </button>
      </div>
    </div>
  );
};
