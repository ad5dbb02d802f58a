"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { BesideWords } from "@/core/beside/words";
import { changeRecord } from "./change-record";

/** ms without a sign of life after which the shop counts as away, and until it is listened to again. */
const SILENCE = 5000;
const AGAIN = 1500;

type From = BesideWords["from"];

/**
 * Speaks with another device of the shop that stands at the same wheel.
 *
 * @param channel null while there is none
 * @param hears whom this one listens to
 * @returns whether it is heard, and what says something; false where that did not arrive
 */
export const useBeside = <F extends From>(
  channel: string | null,
  hears: F,
  onHear: (words: Extract<BesideWords, { from: F }>) => void,
) => {
  const [hearing, setHearing] = useState(false);
  const hear = useRef(onHear);
  hear.current = onHear;
  useEffect(() => {
    if (!channel) return;
    let line: EventSource | null = null;
    let silence: ReturnType<typeof setTimeout> | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    const deaf = () => {
      line?.close();
      clearTimeout(silence);
      setHearing(false);
      again = setTimeout(listen, AGAIN);
    };
    const alive = () => {
      clearTimeout(silence);
      silence = setTimeout(deaf, SILENCE);
      setHearing(true);
    };
    const listen = () => {
      line = new EventSource(`/api/beside/${channel}?from=${hears}`);
      line.addEventListener("beat", alive);
      line.addEventListener("words", ({ data }) => {
        alive();
        hear.current(JSON.parse(data));
      });
      line.onerror = deaf;
    };
    listen();
    return () => {
      line?.close();
      clearTimeout(silence);
      clearTimeout(again);
    };
  }, [channel, hears]);
  const say = useCallback(
    async (words: BesideWords): Promise<boolean> =>
      channel !== null && (await changeRecord(`/api/beside/${channel}`, words)).state === "taken",
    [channel],
  );
  return { hearing, say };
};
