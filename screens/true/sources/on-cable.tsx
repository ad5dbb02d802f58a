"use client";
import { useEffect, useRef, useState } from "react";
import { CABLE_WAY_NAMES } from "@/core/runout/cable-ways";
import { showsFigures } from "@/core/runout/dials";
import { figureIn, learnLine, sendsByItself } from "@/core/runout/gauge-line";
import { LineParts } from "../../parts/bench/line-parts";
import { useCableLine, useCableWay } from "../../parts/kept/kept-choice";
import type { ReadingsSource, SourceProps } from "../readings-source";
import { connect, ownCable } from "./cable";
import { type Gauge, useGauge, useWireState } from "./use-gauge";

const KEY = "min-h-12 border-l border-rule px-3";

/** Enter takes what a gauge shows that sends by itself, where nothing was typed. */
const useEnterTakes = (take: (() => void) | null) => {
  const now = useRef(take);
  now.current = take;
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const typed = e.target instanceof HTMLInputElement ? e.target.value : "";
      if (e.key !== "Enter" || e.repeat || typed !== "" || !now.current) return;
      e.preventDefault();
      e.stopPropagation();
      now.current();
    };
    window.addEventListener("keydown", press, true);
    return () => window.removeEventListener("keydown", press, true);
  }, []);
};

/** A gauge on a cable: its send key is a reading, or a tap where it sends by itself. */
const OnCable = ({ asked, offer }: SourceProps) => {
  const gauge = useGauge();
  return gauge ? <GaugeLines gauge={gauge} asked={asked} offer={offer} /> : null;
};

const GaugeLines = ({ gauge, asked, offer }: Pick<SourceProps, "asked" | "offer"> & { gauge: Gauge }) => {
  const { wire, name } = gauge;
  const state = useWireState(wire);
  const [way, setWay] = useCableWay();
  const [, keep] = useCableLine();
  const [line, setLine] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [shown, setShown] = useState<string | null>(null);
  const times = useRef<number[]>([]);
  const sign = asked.keys.find((k) => !k.again)?.sign === -1 ? -1 : 1;
  const own = name === null;
  const hear = useRef<(text: string, at: number) => void>(() => undefined);
  hear.current = (heard, at) => {
    const typed = gauge.line && figureIn(heard, gauge.line);
    if (!gauge.line) setLine(heard);
    else setRefused(typed === null ? heard : null);
    if (gauge.line && typed === null) return;
    times.current = [...times.current.slice(-1), at];
    const quick = sendsByItself(times.current);
    if (!gauge.line || typed === null) return;
    // A gauge that was pressed once and sends on by itself is no hand.
    if (quick && own && !gauge.line.streams) keep(JSON.stringify({ ...gauge.line, streams: true }));
    if (gauge.line.streams || quick) setShown(typed);
    else offer({ typed, sign });
  };
  useEffect(() => wire.want((heard, at) => hear.current(heard, at)), [wire]);
  // Let use it before, a page that is opened anew goes on with it.
  useEffect(() => {
    if (own && ownCable.now().state === "none") void connect(way, true);
  }, [way, own]);
  const takeShown = state.state === "open" && shown !== null ? () => offer({ typed: shown, sign }) : null;
  useEnterTakes(takeShown);
  return (
    <section
      aria-label="gauge on a cable"
      className="flex min-h-12 shrink-0 flex-wrap items-stretch border-t border-rule text-lg"
    >
      <p
        className="flex min-w-0 flex-1 items-center px-4"
        role={state.state === "lost" || refused ? "alert" : undefined}
      >
        {state.state === "lost"
          ? state.message
          : state.state === "none"
            ? (name ?? "a gauge on a cable")
            : !gauge.line
              ? line === null
                ? "press the gauge’s send key now"
                : "which part is the figure?"
              : refused !== null
                ? `“${refused.slice(0, 40)}” is no line of this gauge; nothing was taken`
                : gauge.line.streams
                  ? `${name ?? "the gauge"} sends by itself: Enter takes what it shows`
                  : `${name ?? "the gauge"}: its send key is a reading`}
      </p>
      {own && state.state !== "open" && (
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
      {state.state === "open" && !gauge.line && line !== null && (
        <LineParts
          line={line}
          onPoint={(figure) => {
            keep(JSON.stringify({ ...learnLine(line, figure), streams: sendsByItself(times.current) }));
            setLine(null);
          }}
        />
      )}
      {takeShown && (
        <button type="button" className={`${KEY} font-mono text-2xl`} onClick={takeShown}>
          {shown}
        </button>
      )}
      {own && state.state === "open" && gauge.line && (
        <button
          type="button"
          className={KEY}
          onClick={() => {
            setRefused(null);
            setShown(null);
            keep("");
          }}
        >
          another gauge
        </button>
      )}
    </section>
  );
};

/** Where a gauge that shows figures is read, and there is one on a cable. */
export const onCableSource: ReadingsSource = {
  key: "cable",
  fits: ({ plus }, dial) => plus !== null && showsFigures(dial),
  Entry: OnCable,
};
