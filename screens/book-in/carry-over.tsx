"use client";
import { useState } from "react";
import type { EarlierWheel } from "@/core/shop/known";
import { changeRecord } from "../parts/kept/change-record";
import { lookAgain } from "../parts/kept/look-again";
import { saidOf } from "../parts/kept/sent";
import { useWho } from "../parts/kept/use-who";

/** An earlier wheel of this machine is known: its hub, rim and spokes need not be measured all over again. */
export const CarryOver = ({ jobId, earlier }: { jobId: string; earlier: EarlierWheel }) => {
  const [who] = useWho();
  const [message, setMessage] = useState<string | null>(null);
  const carry = async () => {
    const sent = await changeRecord(`/api/jobs/${jobId}/carry`, { from: earlier.jobId, who });
    setMessage(saidOf(sent));
    lookAgain(jobId);
  };
  return (
    <section aria-label="known from before" className="border-b border-grid p-3 text-lg">
      <p>
        {earlier.same
          ? `This wheel was measured on ${earlier.day}`
          : `A ${earlier.place} wheel of this machine, ${earlier.mark}, was measured on ${earlier.day}`}
        : {earlier.figures} figures of hub, rim and spokes.
      </p>
      <button type="button" className="mt-2 min-h-14 w-full border-2 border-ink px-3" onClick={() => void carry()}>
        carry them over, then test one
      </button>
      {message && (
        <p role="alert" className="pt-2 font-bold">
          {message}
        </p>
      )}
    </section>
  );
};
