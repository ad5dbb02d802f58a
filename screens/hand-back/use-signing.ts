"use client";
import { useRef, useState } from "react";
import { changeRecord } from "../parts/kept/change-record";
import { getJson } from "../parts/kept/get-json";
import { lookAgain } from "../parts/kept/look-again";
import { sendAll } from "../parts/kept/post-office";
import { queryClient } from "../parts/kept/query-client";
import { AWAY, saidOf } from "../parts/kept/sent";
import { useWho } from "../parts/kept/use-who";
import type { HandBackOnPage } from "./hand-back-on-page";

/** Looked at before a name was put under it, and no more what the record says. */
const WENT_ON = "The record went on meanwhile. This is the sheet as it is now: look at it, then sign.";

/** A sheet is signed as it was looked at: its mark goes with the name, and where the record went on it is shown anew. */
export const useSigning = (
  { jobId, mark }: Pick<HandBackOnPage, "jobId" | "mark">,
  onMessage: (message: string | null) => void,
  onSigned: () => void,
) => {
  const [signing, setSigning] = useState<{ readonly id: string; readonly mark: string } | null>(null);
  const [who, setWho] = useWho();
  const busy = useRef(false);
  /** The sheet as the record has it with all that was entered here; null where it does not answer. */
  const asItIs = async (): Promise<HandBackOnPage | null> => {
    if (!(await sendAll())) return null;
    const queryKey = ["job", jobId, "hand-back"];
    return queryClient
      .fetchQuery({
        queryKey,
        queryFn: () => getJson<HandBackOnPage>(`/api/jobs/${jobId}/stages/hand-back`),
        staleTime: 0,
      })
      .catch(() => null);
  };
  /** Shows the sheet as it is to be signed. @returns whether the record answers */
  const show = async (): Promise<boolean> => {
    const fresh = await asItIs();
    // One signature has one number, however often its key is pressed.
    if (fresh) setSigning((was) => was && { ...was, mark: fresh.mark });
    return fresh !== null;
  };
  const alone = async (work: () => Promise<void>): Promise<void> => {
    if (busy.current) return;
    busy.current = true;
    await work().finally(() => {
      busy.current = false;
    });
  };
  return {
    signing: signing !== null,
    begin: async () => {
      // At once, for the name is typed in the same breath; what was answered last comes to stand on the sheet meanwhile.
      setSigning({ id: crypto.randomUUID(), mark });
      onMessage(null);
      if (!(await show())) onMessage(AWAY);
    },
    sign: (name: string) =>
      alone(async () => {
        if (!signing) return;
        if (name === "") return onMessage("a name is needed; who hands the wheel back?");
        // Never signed later from a queue: what stands above would be another sheet by then.
        if (!(await sendAll())) return onMessage(AWAY);
        const sent = await changeRecord(`/api/jobs/${jobId}/sheet`, {
          id: signing.id,
          signedBy: name,
          seen: signing.mark,
        });
        if (sent.state === "refused" && sent.field === "seen") return onMessage((await show()) ? WENT_ON : AWAY);
        onMessage(saidOf(sent));
        if (sent.state !== "taken") return;
        setSigning(null);
        // Whoever signed on this tablet is offered next time.
        if (who === "") setWho(name.slice(0, 60));
        lookAgain(jobId);
        onSigned();
      }),
  };
};
