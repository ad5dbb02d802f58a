"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { changeRecord } from "../kept/change-record";
import { lookAgain } from "../kept/look-again";
import { saidOf } from "../kept/sent";

/** A job that was put away says so wherever it is seen, and is brought back with one key. */
export const PutAwayNote = ({ jobId, mark }: { jobId: string; mark: string }) => {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const back = async () => {
    const sent = await changeRecord(`/api/jobs/${jobId}/put-away`, { id: crypto.randomUUID(), away: false });
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return;
    lookAgain(jobId);
    // The list of jobs is told by its address that one was put away.
    if (window.location.search !== "") router.replace(window.location.pathname);
    router.refresh();
  };
  return (
    <p role="status" className="flex shrink-0 items-center justify-between gap-4 border-b border-ink px-4 text-lg">
      <span>{message ?? `${mark} is put away: it stands in no list and no figure, and nothing of it is lost.`}</span>
      <button type="button" className="min-h-12 shrink-0 px-3 underline" onClick={() => void back()}>
        bring it back
      </button>
    </p>
  );
};
