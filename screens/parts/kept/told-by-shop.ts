"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { openLine } from "./open-line";
import { queryClient } from "./query-client";
import { useRefresh } from "./use-refresh";

/** ms until it is listened to again. */
const AGAIN = 3000;

interface Heard {
  readonly onJob?: (changes: number) => void;
  readonly onList?: (mark: string) => void;
}

/**
 * A line is kept open only where many go over one: over HTTP/1 a browser lets six to one server, and a page each would use
 * them up; there the pages go on asking.
 */
const mayListen = (): boolean => location.protocol === "https:" && typeof EventSource !== "undefined";

/** Listens to what changes while a page is open. @returns whether the shop tells it; else it is to be asked */
const useListening = (what: string, { onJob, onList }: Heard): boolean => {
  const [listening, setListening] = useState(false);
  useEffect(() => {
    if (!mayListen()) return;
    return openLine({
      address: `/api/events?${what}`,
      on: {
        job: ({ changes }: { changes: number }) => onJob?.(changes),
        list: ({ mark }: { mark: string }) => onList?.(mark),
      },
      onHeard: setListening,
      again: AGAIN,
    });
  }, [what, onJob, onList]);
  return listening;
};

/** How many changes a job has had stands on the page as soon as it does in the record. @returns whether the shop tells it */
export const useJobTold = (jobId: string): boolean => {
  const [heard] = useState<Heard>(() => ({
    onJob: (changes) => queryClient.setQueryData(["changes", jobId], { changes }),
  }));
  return useListening(`job=${jobId}`, heard);
};

/** A list of jobs is drawn anew when any of them changed. @param mark how the lists stood when it was drawn */
export const useListTold = (mark: string): void => {
  const refresh = useRefresh();
  const shown = useRef(mark);
  shown.current = mark;
  const onList = useCallback(
    (now: string) => {
      if (now !== shown.current) refresh();
    },
    [refresh],
  );
  useListening("lists", { onList });
};
