"use client";
import { useEffect, useRef, useState } from "react";
import type { WalkShown } from "@/core/beside/words";
import type { Told } from "@/core/tension/ear/listen";
import { useAtDevice } from "../parts/kept/at-device";
import { useBeside } from "../parts/kept/beside";

interface EarBesideOptions extends Omit<WalkShown, "from"> {
  readonly onTold: (told: Told) => void;
  /** Whether this device's own ear is not to be minded. */
  readonly onMuted: (is: boolean) => void;
}

/** Lets another device of the shop be the ear of this walk. */
export const useEarBeside = ({ onTold, onMuted, ...shown }: EarBesideOptions) => {
  const { job, jobId, spoke, side, range, last } = shown;
  const at = useAtDevice();
  const [channel, setChannel] = useState<string | null>(null);
  const [joined, setJoined] = useState(false);
  const here = useRef(spoke);
  here.current = spoke;
  const { say } = useBeside(channel, "ear", ({ spoke: heardAt, told }) => {
    if (!joined) {
      setJoined(true);
      onMuted(true);
    }
    // Heard before the walk went on, it is of another spoke.
    if (told && heardAt === here.current) onTold(told);
  });
  useEffect(() => {
    if (channel)
      void say({ from: "walk", job: job.slice(0, 200), jobId, spoke, side, range, last: last.slice(0, 200) });
  }, [channel, say, job, jobId, spoke, side, range, last]);
  return {
    /** Where everybody is signed in there are other devices. */
    can: at !== null,
    joined,
    address: channel && `${location.origin}/beside/${channel}`,
    ask: () => setChannel(crypto.randomUUID()),
    end: () => {
      setChannel(null);
      setJoined(false);
      onMuted(false);
    },
  };
};
