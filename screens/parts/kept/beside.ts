"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { BesideWords } from "@/core/beside/words";
import { changeRecord } from "./change-record";
import { openLine } from "./open-line";

/** ms until it is listened to again. */
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
    return openLine({
      address: `/api/beside/${channel}?from=${hears}`,
      on: { words: (words: Extract<BesideWords, { from: F }>) => hear.current(words) },
      onHeard: setHearing,
      again: AGAIN,
    });
  }, [channel, hears]);
  const say = useCallback(
    async (words: BesideWords): Promise<boolean> =>
      channel !== null && (await changeRecord(`/api/beside/${channel}`, words)).state === "taken",
    [channel],
  );
  return { hearing, say };
};
