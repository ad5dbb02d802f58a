"use client";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { CABLE_WAY_NAMES } from "@/core/runout/cable-ways";
import { showsFigures } from "@/core/runout/dials";
import { figureIn, type GaugeLine, learnLine, partsOf } from "@/core/runout/gauge-line";
import { useCableLine, useCableWay } from "../../parts/kept/kept-choice";
import type { ReadingsSource, SourceProps } from "../readings-source";
import { cableNow, connect, hasCables, onCable, wantLines } from "./cable";

const learntFrom = (kept: string): GaugeLine | null => {
  try {
    return kept === "" ? null : (JSON.parse(kept) as GaugeLine);
  } catch {
    return null;
  }
};

const KEY = "min-h-12 border-l border-rule px-3";

/** A gauge on a cable: its send key is a reading. Which part of its line is the figure is pointed at once. */
const OnCable = ({ asked, offer }: SourceProps) => {
  const cable = useSyncExternalStore(onCable, cableNow, cableNow);
  const [way, setWay] = useCableWay();
  const [kept, keep] = useCableLine();
  const gauge = learntFrom(kept);
  const [line, setLine] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const sign = asked.keys.find((k) => !k.again)?.sign === -1 ? -1 : 1;
  const hear = useRef<(line: string) => void>(() => undefined);
  hear.current = (heard) => {
    if (!gauge) return setLine(heard);
    const typed = figureIn(heard, gauge);
    setRefused(typed === null ? heard : null);
    if (typed !== null) offer({ typed, sign });
  };
  useEffect(() => wantLines((heard) => hear.current(heard)), []);
  // Let use it before, a page that is opened anew goes on with it.
  useEffect(() => {
    if (cableNow().state === "none") void connect(way, true);
  }, [way]);
  return (
    <section
      aria-label="gauge on a cable"
      className="flex min-h-12 shrink-0 flex-wrap items-stretch border-t border-rule text-lg"
    >
      <p
        className="flex min-w-0 flex-1 items-center px-4"
        role={cable.state === "lost" || refused ? "alert" : undefined}
      >
        {cable.state === "lost"
          ? cable.message
          : cable.state === "none"
            ? "a gauge on a cable"
            : !gauge
              ? line === null
                ? "press the gauge’s send key now"
                : "which part is the figure?"
              : refused === null
                ? "the gauge’s send key is a reading"
                : `“${refused.slice(0, 40)}” is no line of this gauge; nothing was taken`}
      </p>
      {cable.state !== "open" && (
        <>
          <button
            type="button"
            className={KEY}
            aria-label={`sends at ${way}, change`}
            onClick={() => setWay(CABLE_WAY_NAMES[(CABLE_WAY_NAMES.indexOf(way) + 1) % CABLE_WAY_NAMES.length])}
          >
            {way}
          </button>
          <button type="button" className={KEY} onClick={() => void connect(way)}>
            connect
          </button>
        </>
      )}
      {cable.state === "open" &&
        !gauge &&
        line !== null &&
        partsOf(line).map(({ text, figure }, i) =>
          figure === null ? (
            <span key={i} className="flex items-center px-2 font-mono">
              {text}
            </span>
          ) : (
            <button
              key={i}
              type="button"
              className={`${KEY} font-mono font-bold`}
              onClick={() => {
                keep(JSON.stringify(learnLine(line, figure)));
                setLine(null);
              }}
            >
              {text}
            </button>
          ),
        )}
      {cable.state === "open" && gauge && (
        <button
          type="button"
          className={KEY}
          onClick={() => {
            setRefused(null);
            keep("");
          }}
        >
          another gauge
        </button>
      )}
    </section>
  );
};

/** Where a gauge that shows figures is read, and the browser lets a page use a cable. */
export const onCableSource: ReadingsSource = {
  key: "cable",
  fits: ({ plus }, dial) => plus !== null && showsFigures(dial) && hasCables(),
  Entry: OnCable,
};
