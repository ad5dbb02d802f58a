"use client";
import { useEffect, useRef, useState } from "react";
import { DIALS } from "@/core/runout/dials";
import { figureIn } from "@/core/runout/gauge-line";
import type { Heard } from "@/core/spin/heard";
import { hasStopped } from "@/core/spin/spin";
import { useDial, useHopPlus, useSidePlus, useSpinCut, useSpinWay } from "../../parts/kept/kept-choice";
import { type Gauge, useSpinGauges } from "../sources/use-gauge";
import { layRound } from "./lay-round";
import type { SpinCutAt, SpunDial } from "./spin-question";

/** ms between two looks whether the wheel went round. */
const LOOK_EVERY = 700;
/** ms a wheel is listened to at the most. */
const PATIENCE = 120_000;
/** Degrees from the valve of a rim's weld: opposite, as rims are rolled (common practice). */
const WELD_DEG = 180;

export type SpinState = "ready" | "listening" | "found";

/**
 * Listens to gauges that send by themselves while the wheel is turned, until a turn can be laid round its holes.
 *
 * @param first what a gauge that is alone reads first
 */
export const useSpin = (holes: number, first: SpunDial) => {
  const { main, hop } = useSpinGauges();
  const [what, setWhat] = useState<SpunDial>(first);
  const [way] = useSpinWay();
  const [cut] = useSpinCut();
  const [dial] = useDial();
  const [sidePlus] = useSidePlus();
  const [hopPlus] = useHopPlus();
  const [state, setState] = useState<SpinState>("ready");
  const [message, setMessage] = useState<string | null>(null);
  const [cuts, setCuts] = useState<readonly SpinCutAt[]>([]);
  const [chosen, setChosen] = useState<number | null>(null);
  const [shown, setShown] = useState<readonly Heard[]>([]);
  const heard = useRef<Record<SpunDial, Heard[]>>({ lateral: [], radial: [] });
  const taps = useRef<number[]>([]);
  /** ms: the gauge's clock less this page's, by the quickest line. */
  const ahead = useRef(Number.NEGATIVE_INFINITY);
  const ask = useRef<() => Promise<"go-on" | "stop">>(async () => "go-on");
  const [tapped, setTapped] = useState(0);
  ask.current = async () => {
    const sign = (dialOf: SpunDial) => ((dialOf === "lateral" ? sidePlus : hopPlus) === "-" ? -1 : 1);
    const dials = hop ? (["lateral", "radial"] as const) : [what];
    const { cuts: found, why } = await layRound({
      dials: dials.map((d) => ({ what: d, heard: heard.current[d], sign: sign(d) as 1 | -1 })),
      taps: cut === "taps" ? taps.current : null,
      holes,
      startDeg: cut === "weld" ? WELD_DEG : 0,
      backwards: way === "back",
    });
    if (found.length === 0) {
      setMessage(why);
      return "go-on";
    }
    setCuts(found);
    setChosen(found.length === 1 ? 0 : null);
    const another = found.some((c) => Object.values(c.dials).some((d) => d.another));
    setMessage(another ? "past the valve once more makes it surer" : null);
    // Another turn is worth waiting for while it turns.
    return another && found.every((c) => c.turns < 2) && !hasStopped(heard.current[dials[0]]) ? "go-on" : "stop";
  };
  const reads = useRef<() => readonly { readonly into: SpunDial; readonly gauge: Gauge }[]>(() => []);
  reads.current = () => [
    ...(main ? [{ into: hop ? ("lateral" as const) : what, gauge: main }] : []),
    ...(hop ? [{ into: "radial" as const, gauge: hop }] : []),
  ];
  // What is shown in inches comes to mm.
  const per = useRef(1);
  per.current = dial === "shown inch" ? DIALS[dial].mm : 1;
  const listening = state === "listening";
  useEffect(() => {
    if (!listening) return;
    const all = reads.current();
    const stops = all.map(({ into, gauge: { wire, line } }) =>
      wire.want((text, at) => {
        const typed = line && figureIn(text, line);
        if (typed === null) return;
        // The quickest line is nearly as old as its gauge's clock says.
        ahead.current = Math.max(ahead.current, at - performance.now());
        heard.current[into].push({ at, mm: Number(typed) * per.current });
      }),
    );
    const draw = setInterval(() => setShown([...heard.current[all[0]?.into ?? "lateral"]]), 100);
    let busy = false;
    const begun = performance.now();
    const look = setInterval(async () => {
      if (busy) return;
      busy = true;
      const then = await ask.current().catch((error: Error) => {
        setMessage(error.message);
        return "stop" as const;
      });
      busy = false;
      if (then === "stop") setState("found");
      else if (performance.now() - begun > PATIENCE) setState("ready");
    }, LOOK_EVERY);
    return () => {
      for (const stop of stops) stop();
      clearInterval(draw);
      clearInterval(look);
    };
  }, [listening]);
  return {
    ...{ main, hop, what, setWhat, state, message, cuts, shown, tapped },
    /** The cut the readings are taken by; null where it is asked which. */
    cut: chosen === null ? null : (cuts[chosen] ?? null),
    chosen,
    choose: setChosen,
    begin: () => {
      heard.current = { lateral: [], radial: [] };
      taps.current = [];
      ahead.current = Number.NEGATIVE_INFINITY;
      setTapped(0);
      setShown([]);
      setCuts([]);
      setChosen(null);
      setMessage(null);
      setState("listening");
    },
    /** The valve passes now. */
    tap: () => {
      taps.current.push(performance.now() + (Number.isFinite(ahead.current) ? ahead.current : 0));
      setTapped(taps.current.length);
    },
    /** Laid anew, as the keys stand now. */
    layAgain: () => void setTimeout(() => void ask.current().catch((e: Error) => setMessage(e.message))),
    /** Enough: what there is is taken, or it is ended. */
    stop: () => setState(cuts.length > 0 ? "found" : "ready"),
    taken: (wrong: string | null) => {
      if (wrong) return setMessage(wrong);
      setShown([]);
      setCuts([]);
      setChosen(null);
      setState("ready");
      setMessage(null);
    },
  };
};
