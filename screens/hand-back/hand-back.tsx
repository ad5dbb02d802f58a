"use client";
import { useState } from "react";
import { finishAnswers } from "@/core/acts/acts-come-to";
import { notFinished } from "@/core/finish/finish";
import { may } from "@/core/shop/who-may";
import { PageLink } from "@/screens/parts/frame/page-link";
import { EntryBar } from "../parts/bench/entry-bar";
import { LedgerPanel } from "../parts/bench/ledger-panel";
import { NotPrinted } from "../parts/frame/not-printed";
import { StageFrame } from "../parts/frame/stage-frame";
import { Tabs } from "../parts/frame/tabs";
import { useTab } from "../parts/frame/use-tab";
import { useAtDevice } from "../parts/kept/at-device";
import { changeRecord } from "../parts/kept/change-record";
import { lookAgain } from "../parts/kept/look-again";
import { saidOf } from "../parts/kept/sent";
import { useJobNow, useStage } from "../parts/kept/use-job";
import { useWho } from "../parts/kept/use-who";
import { FinishList } from "./finish-list";
import { FirstSigned } from "./first-signed";
import type { HandBackOnPage } from "./hand-back-on-page";
import { SheetOnPage } from "./sheet-on-page";
import { useSigning } from "./use-signing";

const TABS = [{ key: "finish" }, { key: "sheet" }] as const;

/** The customer's sheet itself, as it will print; signed here. */
export const HandBack = ({ initial }: { initial: HandBackOnPage }) => {
  const job = useStage("hand-back", initial);
  const { jobId, sheet, changed, lines, wheelId, first } = job;
  const at = useAtDevice();
  const learning = at !== null && !may(at.role, "sign");
  const { acts } = useJobNow(job);
  const answers = finishAnswers(acts);
  const [tab, setTab] = useTab<"finish" | "sheet">(TABS, sheet.signedBy ? "sheet" : "finish");
  const [who] = useWho();
  const [message, setMessage] = useState<string | null>(null);
  const { signing, begin, sign } = useSigning(job, setMessage, () => setTab("sheet"));
  const takeBack = async () => {
    const sent = await changeRecord(`/api/jobs/${jobId}/sheet/withdraw`, {});
    setMessage(saidOf(sent, "Back on the bench; what was signed is kept, and no longer counts."));
    lookAgain(jobId);
  };
  const { stops, open } = notFinished(lines, answers);
  const askToSign = () => {
    if (stops.length === 0 && open.length === 0) {
      // What is signed is looked at.
      setTab("sheet");
      return void begin();
    }
    setTab("finish");
    setMessage(
      stops.length > 0
        ? `Not signed over: ${stops.map((l) => l.label).join(", ")}.`
        : `Still to be looked at: ${open.map((l) => l.label).join(", ")}.`,
    );
  };
  return (
    <StageFrame job={job} current="hand-back">
      <Tabs
        tabs={[
          { key: "finish", label: "Finish", doubted: stops.length > 0 },
          { key: "sheet", label: "The customer's sheet" },
        ]}
        current={tab}
        pages
        onChange={setTab}
      />
      {tab === "finish" && <FinishList jobId={jobId} lines={lines} answers={answers} />}
      <div className={`min-h-0 flex-1 portrait:flex-col ${tab === "sheet" ? "flex" : "hidden"}`}>
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls and holds no key is read on by the keyboard all the same */}
        <section aria-label="as it will print" tabIndex={0} className="min-h-0 min-w-0 flex-1 overflow-y-auto p-4">
          <SheetOnPage sheet={signing ? job.now : sheet} />
        </section>
        <LedgerPanel at="hand-back#the-sheet" startFolded>
          <p>
            Every line comes from the record: as found from booking in or the first round, as returned from the last
            round read.
          </p>
        </LedgerPanel>
      </div>
      {sheet.signedBy && !signing && (
        <p className="flex shrink-0 items-center justify-between gap-4 border-t border-grid px-4 text-lg">
          Handed back, signed by {sheet.signedBy}.
          <button type="button" className="min-h-12 px-3 underline" onClick={() => void takeBack()}>
            not handed back: take it back
          </button>
        </p>
      )}
      {first && !sheet.signedBy && !signing && <FirstSigned first={first} mine={first.by === at?.name} />}
      <NotPrinted letters={job.notPrinted} />
      {changed && (
        <p className="shrink-0 border-t border-grid px-4 py-2 text-lg" data-testid="changed">
          As it was handed over. The record has changed since; signed again, it is handed over anew.
        </p>
      )}
      {message && !signing && (
        <p role="alert" className="shrink-0 border-t border-grid px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      {signing ? (
        <EntryBar
          prompt="signed by"
          how={
            learning
              ? "the name that stands under the sheet; it waits until a builder signed too"
              : "the name that stands under the sheet; the wheel is then handed back"
          }
          kind="text"
          start={who}
          message={message}
          onTake={(name) => void sign(name)}
          takeKeys={[{ label: "sign", sign: 1 }]}
        />
      ) : (
        <div className="flex min-h-18 shrink-0 items-stretch border-t-2 border-ink">
          <PageLink
            href={`/wheels/${wheelId}`}
            className="flex flex-1 items-center justify-center border-r border-rule px-1 text-center text-xl leading-tight max-sm:portrait:text-base"
          >
            this wheel's history
          </PageLink>
          <a
            href={`/api/jobs/${jobId}/sheet`}
            target="_blank"
            rel="noreferrer"
            className="flex flex-1 items-center justify-center px-1 text-center text-2xl leading-tight max-sm:portrait:text-lg"
          >
            print (PDF)
          </a>
          <button
            type="button"
            onClick={askToSign}
            className="flex-[2] bg-ink text-2xl text-paper outline-offset-[-8px]"
          >
            {learning ? "sign, for a builder to look over" : sheet.signedBy ? "sign again" : "sign and hand back"}
          </button>
        </div>
      )}
    </StageFrame>
  );
};
