"use client";
import { changeRecord } from "../parts/kept/change-record";
import { lookAgain } from "../parts/kept/look-again";
import { saidOf } from "../parts/kept/sent";
import { useWheelFile, WhatChanges } from "./wheel-file";

interface TakeLengthsProps {
  readonly jobId: string;
  readonly settledVersion: number;
  /** A figure they rest on was changed since they were taken. */
  readonly stale: boolean;
  /** The figures make no wheel. */
  readonly problem: boolean;
  readonly onSay: (message: string | null) => void;
}

/** Takes the lengths as they are worked out, or a wheel from a file in their place. */
export const TakeLengths = ({ jobId, settledVersion, stale, problem, onSay }: TakeLengthsProps) => {
  const { offered, openFile, takeFile, leave } = useWheelFile(jobId, onSay);
  const settle = async () => {
    const sent = await changeRecord(`/api/jobs/${jobId}/build`, { version: settledVersion });
    onSay(saidOf(sent, "Taken. The lacing plan is drawn from these."));
    lookAgain(jobId);
  };
  return (
    <>
      {offered && <WhatChanges offered={offered} onLeave={leave} onTake={() => void takeFile()} />}
      <div className="flex min-h-18 shrink-0 items-stretch border-t-2 border-ink">
        <label className="flex flex-1 cursor-pointer items-center justify-center border-r border-rule px-2 text-center text-xl max-sm:text-lg focus-within:outline-3">
          take a wheel file
          <input
            type="file"
            accept=".json"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = "";
              if (file) void openFile(file);
            }}
          />
        </label>
        <a
          href={`/api/jobs/${jobId}/wheel-file`}
          className="flex flex-1 items-center justify-center border-r border-rule px-2 text-center text-xl max-sm:text-lg"
        >
          save as a wheel file
        </a>
        <button
          type="button"
          onClick={() => void settle()}
          disabled={problem}
          className="flex-[2] bg-ink text-2xl text-paper outline-offset-[-8px] disabled:opacity-40"
        >
          {settledVersion === 0 ? "take these lengths" : stale ? "take the new lengths" : "lengths taken"}
        </button>
      </div>
    </>
  );
};
