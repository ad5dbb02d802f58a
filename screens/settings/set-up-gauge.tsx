"use client";
import { useEffect, useRef, useState } from "react";
import { CABLE_DIALS, type CableGauge } from "@/core/runout/cable-gauge";
import { CABLE_WAY_NAMES } from "@/core/runout/cable-ways";
import { learnLine, sendsByItself } from "@/core/runout/gauge-line";
import { LineParts } from "../parts/bench/line-parts";
import { machineCable } from "../true/sources/machine-cable";
import { useWireState } from "../true/sources/use-gauge";

interface SetUpGaugeProps {
  readonly ports: readonly { readonly path: string; readonly name: string }[];
  readonly onLookAgain: () => void;
  readonly onHeard: (gauge: Omit<CableGauge, "id" | "name">) => void;
  readonly onClose: () => void;
}

const KEY = "min-h-14 border border-rule px-3 text-lg";

/** A gauge set up by its lines as they come: where its cable is, how it sends, which part is the figure, what that is in. */
export const SetUpGauge = ({ ports, onLookAgain, onHeard, onClose }: SetUpGaugeProps) => {
  const [port, setPort] = useState<string | null>(null);
  return (
    <section aria-label="set up a gauge" className="border-b border-grid px-4 py-3 text-lg">
      <p className="flex items-center justify-between">
        <b>Where is its cable?</b>
        <button type="button" className="min-h-12 px-3 underline" onClick={onClose}>
          close
        </button>
      </p>
      <div className="flex flex-wrap gap-2">
        {ports.map(({ path, name }) => (
          <button
            key={path}
            type="button"
            aria-pressed={path === port}
            className={`${KEY} ${path === port ? "bg-ink text-paper" : ""}`}
            onClick={() => setPort(path)}
          >
            {name}
          </button>
        ))}
        <button type="button" className={`${KEY} underline`} onClick={onLookAgain}>
          look again
        </button>
      </div>
      {ports.length === 0 && (
        <p className="pt-2">
          Nothing is plugged into the machine the shop runs on. Plug the gauge’s cable in, look again.
        </p>
      )}
      {port && <HearGauge key={port} port={port} onHeard={onHeard} />}
    </section>
  );
};

const HearGauge = ({ port, onHeard }: { port: string; onHeard: SetUpGaugeProps["onHeard"] }) => {
  const [way, setWay] = useState<CableGauge["way"]>(CABLE_WAY_NAMES[0]);
  const [dial, setDial] = useState<CableGauge["dial"]>("shown mm");
  const [line, setLine] = useState<string | null>(null);
  const times = useRef<number[]>([]);
  const wire = machineCable({ port, way });
  const state = useWireState(wire);
  useEffect(() => {
    setLine(null);
    times.current = [];
    return wire.want((text, at) => {
      times.current = [...times.current.slice(-1), at];
      // The first stays: what sends by itself would move under the finger.
      setLine((shown) => shown ?? text);
    });
  }, [wire]);
  return (
    <>
      <p className="pt-3 font-bold">How it sends, as its leaflet says</p>
      <div className="flex flex-wrap gap-2">
        {CABLE_WAY_NAMES.map((name) => (
          <button
            key={name}
            type="button"
            aria-pressed={name === way}
            className={`${KEY} font-mono ${name === way ? "bg-ink text-paper" : ""}`}
            onClick={() => setWay(name)}
          >
            {name}
          </button>
        ))}
      </div>
      <p className="pt-3 font-bold">What it shows</p>
      <div className="flex gap-2">
        {CABLE_DIALS.map((shows) => (
          <button
            key={shows}
            type="button"
            aria-pressed={shows === dial}
            className={`${KEY} ${shows === dial ? "bg-ink text-paper" : ""}`}
            onClick={() => setDial(shows)}
          >
            {shows === "shown mm" ? "mm" : "inch"}
          </button>
        ))}
      </div>
      <div
        ref={(box) => box?.scrollIntoView({ block: "nearest" })}
        className="flex min-h-14 flex-wrap items-stretch pt-3"
        data-testid="gauge-line"
        role="status"
      >
        {state.state === "lost" ? (
          <b role="alert">{state.message}</b>
        ) : line === null ? (
          <b>Press the gauge’s send key now.</b>
        ) : (
          <>
            <b className="pr-3">Which part is the figure?</b>
            <LineParts
              line={line}
              onPoint={(figure) => {
                const learnt = learnLine(line, figure);
                if (learnt) onHeard({ port, way, dial, line: { ...learnt, streams: sendsByItself(times.current) } });
              }}
            />
            <button type="button" className="min-h-12 px-3 underline" onClick={() => setLine(null)}>
              another line
            </button>
          </>
        )}
      </div>
    </>
  );
};
