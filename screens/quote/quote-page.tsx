"use client";
import { useState } from "react";
import { quoteAccepted, workDone } from "@/core/acts/acts-come-to";
import type { Quote, QuoteLine, ToldLine } from "@/core/shop/quote";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/bench/entry-bar";
import { NotPrinted } from "../parts/frame/not-printed";
import { PageLink } from "../parts/frame/page-link";
import { StageFrame } from "../parts/frame/stage-frame";
import { saidOf } from "../parts/kept/sent";
import { useEnter } from "../parts/kept/use-enter";
import { type JobOnPage, useJobNow } from "../parts/kept/use-job";
import { useRefresh } from "../parts/kept/use-refresh";
import { useWho } from "../parts/kept/use-who";
import { QuoteKeys } from "./quote-keys";
import { QuoteSheet } from "./quote-sheet";
import { WorkList } from "./work-list";

/** What of a line is in hand: how many, what each costs, or what a line of one's own is called. */
interface Asked {
  readonly line: ToldLine;
  readonly what: "label" | "count" | "each";
}

const PROMPTS = { label: "what for", count: "how many", each: "price of one" } as const;
const HOW = {
  label: "as it stands on the quote: plating, sent out",
  count: "hours or pieces; 0 takes the line out",
  each: "without tax",
} as const;

/** What the work would cost; taken, it is the list of what is to be done. */
export const QuotePage = ({ job, quote }: { job: JobOnPage; quote: Quote }) => {
  const { jobId } = job;
  const { acts } = useJobNow(job);
  const enter = useEnter(jobId);
  const refresh = useRefresh();
  const [who] = useWho();
  const [asked, setAsked] = useState<Asked | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const accepted = quoteAccepted(acts);
  const put = async (act: Parameters<typeof enter>[0] & { what: "act" }) => {
    setMessage(saidOf(await enter(act)));
    refresh();
  };
  const told = (line: ToldLine) =>
    put({ what: "act", jobId, id: crypto.randomUUID(), who, act: { what: "quote-line", ...line } });
  const take = async (typed: string) => {
    if (!asked) return;
    const { line, what } = asked;
    if (what === "label") {
      if (typed === "") return setMessage("say what it is for");
      setMessage(null);
      return setAsked({ line: { ...line, label: typed }, what: "each" });
    }
    const read = readLength(typed);
    if (!read.ok || read.value < 0) return setMessage(`“${typed}” is no figure; 12, 0.75 or 4.50 will do`);
    setAsked(null);
    await told({ ...line, [what]: read.value });
  };
  const ask = (line: QuoteLine, what: Asked["what"]) => {
    setMessage(null);
    setAsked({ line: { key: line.key, label: line.label, count: line.count, each: line.each }, what });
  };
  return (
    <StageFrame job={job} current={null}>
      <div className="min-h-0 flex-1 overflow-y-auto p-4">
        {accepted ? (
          <WorkList
            lines={accepted}
            done={workDone(acts)}
            onDone={(key, done) =>
              void put({ what: "act", jobId, id: crypto.randomUUID(), who, act: { what: "work-done", key, done } })
            }
          />
        ) : (
          <QuoteSheet quote={quote} onAsk={ask} />
        )}
      </div>
      {message && !asked && (
        <p role="alert" className="shrink-0 border-t border-grid px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      {asked ? (
        <EntryBar
          key={`${asked.line.key}/${asked.what}`}
          prompt={asked.what === "label" ? PROMPTS.label : `${asked.line.label}: ${PROMPTS[asked.what]}`}
          how={HOW[asked.what]}
          kind={asked.what === "label" ? "text" : "number"}
          message={message}
          onTake={(typed) => void take(typed)}
          onClose={() => setAsked(null)}
        />
      ) : (
        <>
          <NotPrinted letters={job.notPrinted} />
          <QuoteKeys
            jobId={jobId}
            quote={quote}
            agreed={accepted !== null}
            onOwn={() =>
              setAsked({ line: { key: `own.${crypto.randomUUID()}`, label: "", count: 1, each: null }, what: "label" })
            }
            onAgree={(agreed) =>
              void put({
                ...{ what: "act", jobId, id: crypto.randomUUID(), who },
                act: {
                  what: "quote-accepted",
                  lines: agreed ? quote.lines.map(({ key, label, count, each }) => ({ key, label, count, each })) : [],
                  total: agreed ? quote.total : 0,
                  currency: quote.currency,
                },
              })
            }
          />
        </>
      )}
      {quote.lines.some((l) => l.unit === "h" && l.each === null) && !asked && (
        <p className="shrink-0 border-t border-grid px-4 py-2 text-base">
          The shop’s hourly rate is not told:{" "}
          <PageLink href="/settings" className="inline-flex min-h-12 items-center underline">
            Settings
          </PageLink>
          .
        </p>
      )}
    </StageFrame>
  );
};
