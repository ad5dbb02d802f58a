"use client";
import { useEffect, useRef, useState } from "react";
import type { JobRow } from "@/core/planning/job-row";
import { useWheelFile, WhatChanges } from "../spokes/wheel-file";
import { WhichWheel } from "./which-wheel";

/** A wheel file that was opened: for which wheel it is, and what it would change there. */
export const OpenedWheelFile = ({ file, jobs, row }: { file: File; jobs: readonly JobRow[]; row: string }) => {
  const [job, setJob] = useState<JobRow | null>(null);
  return (
    <section aria-label="a wheel file">
      <h2 className="px-4 pt-3 pb-1 text-lg font-bold">
        {file.name}: {job ? `for ${job.mark}` : "for which wheel is it?"}
      </h2>
      {job ? <Offered job={job} file={file} /> : <WhichWheel jobs={jobs} row={row} onChoose={setJob} />}
    </section>
  );
};

const Offered = ({ job, file }: { job: JobRow; file: File }) => {
  const [message, setMessage] = useState<string | null>(null);
  const { offered, openFile, takeFile, leave } = useWheelFile(job.id, setMessage);
  const opened = useRef(false);
  useEffect(() => {
    if (opened.current) return;
    opened.current = true;
    void openFile(file);
  });
  return (
    <>
      {offered && <WhatChanges offered={offered} onLeave={leave} onTake={() => void takeFile()} />}
      {message && <p className="px-4 py-2 text-lg font-bold">{message}</p>}
    </>
  );
};
