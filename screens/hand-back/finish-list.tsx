"use client";
import { useState } from "react";
import { type FinishAnswer, type FinishLine, stopsSigning } from "@/core/finish/finish";
import { EntryBar } from "../parts/bench/entry-bar";
import { saidOf } from "../parts/kept/sent";
import { useEnter } from "../parts/kept/use-enter";
import { useWho } from "../parts/kept/use-who";

/** How a line stands, told by shape: ticked, told otherwise, struck, against it, open. */
const Mark = ({ line, answer }: { line: FinishLine; answer: FinishAnswer | undefined }) => {
  const good = line.state === "shown" || answer?.answer === "seen";
  const stops = stopsSigning(line, answer);
  const words = good
    ? "in order"
    : stops
      ? "stops"
      : answer
        ? "told"
        : line.state === "against"
          ? "against it"
          : "open";
  return (
    <svg width="30" height="30" viewBox="0 0 22 22" role="img" aria-label={words} className="shrink-0">
      {good ? (
        <path d="M2 2h18v18H2ZM6 11l4 4 7-8" fill="none" stroke="currentColor" strokeWidth="2.2" />
      ) : stops ? (
        <path d="M2 2h18v18H2Z" fill="var(--color-stop)" stroke="currentColor" strokeWidth="2" />
      ) : answer ? (
        <path d="M2 2h18v18H2ZM6 11h10" fill="none" stroke="currentColor" strokeWidth="2.2" />
      ) : line.state === "against" ? (
        <>
          <path d="M2 2h18v18H2Z" fill="var(--color-doubt)" stroke="currentColor" strokeWidth="2" />
          <path d="M11 6v6M11 15v1.6" fill="none" stroke="#1e2526" strokeWidth="2.4" />
        </>
      ) : (
        <path d="M2 2h18v18H2Z" fill="none" stroke="currentColor" strokeWidth="2.2" strokeDasharray="4 3" />
      )}
    </svg>
  );
};

/** Looked at line by line before the wheel goes: what the record shows, and what only eyes can tell. */
export const FinishList = ({
  jobId,
  lines,
  answers,
}: {
  jobId: string;
  lines: readonly FinishLine[];
  answers: Readonly<Record<string, FinishAnswer>>;
}) => {
  const enter = useEnter(jobId);
  const [who] = useWho();
  const [because, setBecause] = useState<FinishLine | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  /** A key that is pressed already takes its answer back. */
  const put = async (line: FinishLine, given: FinishAnswer) => {
    const answer = answers[line.key]?.answer === given.answer ? { answer: "open" as const, because: "" } : given;
    const act = { what: "finish-answered" as const, line: line.key, ...answer };
    setBecause(null);
    setMessage(saidOf(await enter({ what: "act", jobId, id: crypto.randomUUID(), act, who })));
  };
  // What the record stands against is accepted line by line; the rest may be looked over in one go.
  const unlooked = lines.filter((l) => l.state === "ask" && !answers[l.key]);
  /** All at once: they are kept in order, and no line waits for the record to have the one before. */
  const seeAll = () => unlooked.map((l) => put(l, { answer: "seen", because: "" }));
  const key = (on: boolean) =>
    `min-h-14 min-w-32 border-l border-rule px-3 text-lg leading-tight max-sm:portrait:min-w-0 max-sm:portrait:flex-1 max-sm:portrait:border-t max-sm:portrait:px-1 ${on ? "bg-ink text-paper" : ""}`;
  return (
    <>
      <ul className="min-h-0 flex-1 overflow-y-auto" aria-label="finish">
        {lines.map((l) => {
          const a = answers[l.key];
          return (
            <li
              key={l.key}
              className="flex min-h-16 items-stretch border-b border-grid max-sm:portrait:flex-wrap"
              data-testid={`finish-${l.key}`}
            >
              <span className="flex min-w-0 flex-1 items-center gap-4 px-4 py-1 max-sm:portrait:basis-full">
                <Mark line={l} answer={a} />
                <span>
                  <span className="block text-xl">{l.label}</span>
                  <span className="block text-base">
                    {l.text}
                    {a?.because ? ` – ${a.because}` : ""}
                    {a?.answer === "bad" ? ` – ${l.bad}: this wheel is not handed back so` : ""}
                  </span>
                </span>
              </span>
              {l.state !== "shown" && !l.stops && (
                <>
                  <button
                    type="button"
                    aria-pressed={a?.answer === "seen"}
                    className={key(a?.answer === "seen")}
                    onClick={() => void put(l, { answer: "seen", because: "" })}
                  >
                    {l.state === "against" ? "accepted" : "seen"}
                  </button>
                  <button
                    type="button"
                    aria-pressed={a?.answer === "not-part"}
                    className={key(a?.answer === "not-part")}
                    onClick={() => void put(l, { answer: "not-part", because: "" })}
                  >
                    not part of it
                  </button>
                  <button
                    type="button"
                    aria-pressed={a?.answer === "not-done"}
                    className={key(a?.answer === "not-done")}
                    onClick={() => (a?.answer === "not-done" ? void put(l, a) : setBecause(l))}
                  >
                    not done …
                  </button>
                  {l.bad && (
                    <button
                      type="button"
                      aria-pressed={a?.answer === "bad"}
                      className={key(a?.answer === "bad")}
                      onClick={() => void put(l, { answer: "bad", because: "" })}
                    >
                      {l.bad}
                    </button>
                  )}
                </>
              )}
            </li>
          );
        })}
      </ul>
      {unlooked.length > 1 && (
        <button
          type="button"
          onClick={seeAll}
          className="min-h-14 shrink-0 border-t border-ink px-4 text-left text-lg outline-offset-[-6px]"
        >
          <b>looked at, all in order:</b>{" "}
          {/* On a phone they stand above, one by one: named again they would leave no room to look at them. */}
          <span className="max-sm:portrait:hidden">{unlooked.map((l) => l.label).join("; ")}</span>
          <span className="hidden max-sm:portrait:inline">the {unlooked.length} lines still open</span>
        </button>
      )}
      {message && <p className="border-t border-grid px-4 py-2 text-lg font-bold">{message}</p>}
      {because && (
        <EntryBar
          prompt={`${because.label}: not done because`}
          how="it prints on the sheet"
          kind="text"
          offered={["customer fits the tyre", "part not in yet", "customer's wish"]}
          onTake={(typed) => void put(because, { answer: "not-done", because: typed })}
          onClose={() => setBecause(null)}
        />
      )}
    </>
  );
};
