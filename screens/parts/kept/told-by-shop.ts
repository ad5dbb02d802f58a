"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { queryClient } from "./query-client";
import { useRefresh } from "./use-refresh";

/** ms without a sign of life after which the shop is asked instead. */
const SILENCE = 5000;
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
    let line: EventSource | null = null;
    let silence: ReturnType<typeof setTimeout> | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const deaf = () => {
      line?.close();
      clearTimeout(silence);
      clearTimeout(again);
      setListening(false);
      again = setTimeout(listen, AGAIN);
    };
    const alive = () => {
      clearTimeout(silence);
      silence = setTimeout(deaf, SILENCE);
      setListening(true);
    };
    const listen = () => {
      line = new EventSource(`/api/events?${what}`);
      line.addEventListener("beat", alive);
      line.addEventListener("job", ({ data }) => {
        alive();
        onJob?.(JSON.parse(data).changes);
      });
      line.addEventListener("list", ({ data }) => {
        alive();
        onList?.(JSON.parse(data).mark);
      });
      line.onerror = deaf;
    };
    listen();
    return () => {
      line?.close();
      clearTimeout(silence);
      clearTimeout(again);
    };
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
