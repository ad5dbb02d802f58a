"use client";
import { useState } from "react";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { useRefresh } from "../parts/kept/use-refresh";

const KEY = "min-h-14 border-2 border-ink px-4 text-lg";

/** Asked once, at the first start: an invented workshop to look round in, or a shop of one's own, empty. */
export const FirstQuestion = () => {
  const refresh = useRefresh();
  const [message, setMessage] = useState<string | null>(null);
  const answer = async (empty: boolean) => {
    const sent = empty
      ? await changeRecord("/api/shop/demo", {}, "DELETE")
      : await changeRecord("/api/settings", { demoKept: true }, "PATCH");
    setMessage(saidOf(sent));
    if (sent.state === "taken") refresh();
  };
  return (
    <section
      aria-label="first start"
      className="flex shrink-0 flex-wrap items-center gap-3 border-b-2 border-ink px-4 py-2 text-lg"
    >
      <p className="min-w-0 flex-1 basis-80">
        These wheels, people and drawers are invented, to look round in. They count in no figure of yours and can be
        removed whole at any time, in Settings.
      </p>
      <button type="button" className={`${KEY} bg-ink text-paper`} onClick={() => void answer(false)}>
        look round first
      </button>
      <button type="button" className={KEY} onClick={() => void answer(true)}>
        begin empty
      </button>
      {message && <p className="basis-full font-bold">{message}</p>}
    </section>
  );
};
