"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { JobRow } from "@/core/planning/job-row";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";

/** A job whose record no page can show: said where it would stand, with why, and a key that takes it out of the way. */
export const UnreadableRow = ({ job, why }: { job: JobRow; why: string }) => {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const putAway = async () => {
    const sent = await changeRecord(`/api/jobs/${job.id}/put-away`, { id: crypto.randomUUID(), away: true });
    setMessage(saidOf(sent));
    if (sent.state === "taken") router.refresh();
  };
  return (
    <li className="flex min-h-21 flex-wrap items-center gap-4 border-b border-grid px-4 py-2">
      <span className="w-24 font-mono text-2xl font-bold">{job.mark}</span>
      <span className="min-w-0 flex-1 basis-60">
        <span className="block truncate text-2xl">
          {job.machine} <span className="text-base">{job.customer}</span>
        </span>
        <span className="block text-base font-bold">{message ?? `cannot be read: ${why}`}</span>
      </span>
      <button type="button" onClick={() => void putAway()} className="min-h-12 border border-ink px-4 text-lg">
        put it away
      </button>
    </li>
  );
};
