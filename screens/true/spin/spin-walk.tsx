"use client";
import { placesOf } from "@/core/runout/gauge-line";
import { READING_SIGMA } from "@/core/runout/line";
import type { Readings } from "@/core/runout/runout";
import { looksBackwards } from "@/core/spin/backwards";
import type { TracePoint } from "@/formats/lists/trace";
import { SPIN_CUTS, type SpinCut, useHopPlus, useSidePlus, useSpinCut, useSpinWay } from "../../parts/kept/kept-choice";
import type { TakeReadings } from "../../parts/walk/use-take-readings";
import { DialTrace } from "../dial-trace";
import { useWireState } from "../sources/use-gauge";
import type { Wire } from "../sources/wire";
import { RunningTrace } from "./running-trace";
import type { SpinCutAt, SpunDial } from "./spin-question";
import { useSpin } from "./use-spin";

const CUT_WORDS: Readonly<Record<SpinCut, { readonly key: string; readonly how: string }>> = {
  strip: {
    key: "cut at a strip at the valve",
    how: "Stick a strip of tape on the rim at the valve, where the gauge runs, two layers if the rim has a weld.",
  },
  weld: { key: "cut at the weld, opposite the valve", how: "The weld lies opposite the valve, and no strip is on." },
  taps: { key: "cut by a tap at the valve", how: "Tap each time the valve passes the gauge." },
};
const DIAL_NAMES: Readonly<Record<SpunDial, string>> = { lateral: "side to side", radial: "hop" };

/** All that was read, laid once round. */
const pointsOf = (cut: SpinCutAt): TracePoint[] =>
  Object.entries(cut.dials)
    .flatMap(([dial, { samples }]) =>
      samples.map(({ angleDeg, value }) => ({
        angleDeg: ((angleDeg % 360) + 360) % 360,
        lateral: dial === "lateral" ? value : null,
        radial: dial === "radial" ? value : null,
      })),
    )
    .sort((a, b) => a.angleDeg - b.angleDeg);

const takingsOf = (cut: SpinCutAt) =>
  Object.entries(cut.dials).flatMap(([dial, { read }]) =>
    read.map(({ spoke, value, sure }) => ({
      ...{ what: dial as SpunDial, spoke, value: Math.round(value * 1000) / 1000, typed: "" },
      ...{ instrument: "dial", method: "trace" as const, sure: sure > READING_SIGMA ? sure : null },
    })),
  );

const KEY = "min-h-14 flex-1 border-r border-rule px-3 text-lg leading-tight";
const MAIN = "flex-1 bg-ink px-4 text-2xl leading-tight text-paper outline-offset-[-8px]";

export interface SpinWalkProps {
  readonly wire: Wire;
  readonly holes: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly band: { readonly lateral: number; readonly radial: number };
  /** mm at each spoke, as it was read last. */
  readonly before: Readonly<Record<SpunDial, Readings>>;
  /** mm at each spoke, as far as this round was read. */
  readonly read: Readonly<Record<SpunDial, Readings>>;
  readonly onTake: TakeReadings;
  readonly onDone: () => void;
}

/** A round in one turn: a gauge that sends by itself is listened to while the wheel goes round, and laid over the holes. */
export const SpinWalk = ({ wire, holes, names, band, before, read, onTake, onDone }: SpinWalkProps) => {
  const has = (dial: SpunDial) => read[dial].some((v) => v !== null);
  const spin = useSpin(holes, has("lateral") && !has("radial") ? "radial" : "lateral");
  const { what, state, cuts, cut, chosen, shown } = spin;
  const wireState = useWireState(wire);
  const [way, setWay] = useSpinWay();
  const [cutAt, setCutAt] = useSpinCut();
  const [sidePlus, setSidePlus] = useSidePlus();
  const [hopPlus, setHopPlus] = useHopPlus();
  const dials: readonly SpunDial[] = spin.hop ? ["lateral", "radial"] : [what];
  const backwards =
    cut !== null &&
    Object.entries(cut.dials).some(([dial, { read }]) => looksBackwards(read, before[dial as SpunDial]));
  const lost = wireState.state === "lost" ? wireState.message : null;
  const message =
    lost ??
    (backwards
      ? `this is the wheel as it was read before, the other way round: was it turned ${way === "on" ? "so that the last spoke came first" : "in the order of the spokes"}?`
      : spin.message);
  return (
    <>
      {state === "listening" || !cut ? (
        <RunningTrace heard={shown} places={spin.main?.line ? placesOf(spin.main.line) : 2} />
      ) : (
        <DialTrace points={pointsOf(cut)} holes={holes} band={band} />
      )}
      <p className="border-t border-grid px-4 py-2 text-lg" data-testid="spin-told">
        {message ? (
          <b role="alert">{message}</b>
        ) : state === "found" && cut === null ? (
          "Two things come by once a turn: which of them is at the valve?"
        ) : cut ? (
          `${cut.turns === 1 ? "One turn" : `${cut.turns} turns`}: ${Object.entries(cut.dials)
            .map(([dial, { read }]) => `${DIAL_NAMES[dial as SpunDial]} over ${read.length} holes`)
            .join(
              ", ",
            )}, each sure to ${Math.max(...Object.values(cut.dials).flatMap((d) => d.read.map((r) => r.sure))).toFixed(2)} mm or better.`
        ) : (
          `${CUT_WORDS[cutAt].how} Turn it slowly and evenly, some seconds a turn, so that ${way === "on" ? "spoke 2 follows spoke 1" : `spoke ${holes} follows spoke 1`}, past the valve, round, and a little past it again.`
        )}
      </p>
      {state === "ready" && (
        <div className="flex shrink-0 flex-wrap border-t border-rule">
          {!spin.hop && (
            <button
              type="button"
              className={KEY}
              onClick={() => spin.setWhat(what === "lateral" ? "radial" : "lateral")}
            >
              {what === "lateral" ? "the gauge is on the rim’s side" : "the gauge is on the bed: hop"}
            </button>
          )}
          {dials.map((d) =>
            d === "lateral" ? (
              <button key={d} type="button" className={KEY} onClick={() => setSidePlus(sidePlus === "+" ? "-" : "+")}>
                + is to {sidePlus === "+" ? names.A : names.B}
              </button>
            ) : (
              <button key={d} type="button" className={KEY} onClick={() => setHopPlus(hopPlus === "+" ? "-" : "+")}>
                + is {hopPlus === "+" ? "high" : "low"}
              </button>
            ),
          )}
          <button type="button" className={KEY} onClick={() => setWay(way === "on" ? "back" : "on")}>
            {way === "on" ? `spokes come by 1, 2, 3 …` : `spokes come by ${holes}, ${holes - 1} …`}
          </button>
          <button
            type="button"
            className={KEY}
            onClick={() => setCutAt(SPIN_CUTS[(SPIN_CUTS.indexOf(cutAt) + 1) % SPIN_CUTS.length])}
          >
            {CUT_WORDS[cutAt].key}
          </button>
        </div>
      )}
      <div className="flex min-h-24 shrink-0 items-stretch border-t-2 border-ink">
        {state === "ready" && (
          <button type="button" className={MAIN} onClick={spin.begin}>
            {dials.map((d) => DIAL_NAMES[d]).join(" and ")}: listen while I turn it
          </button>
        )}
        {state === "listening" && cutAt === "taps" && (
          <button type="button" className={MAIN} onPointerDown={spin.tap}>
            the valve passes: tap {spin.tapped > 0 && `(${spin.tapped})`}
          </button>
        )}
        {state === "listening" && (
          <button type="button" className={cutAt === "taps" ? "w-48 text-xl" : "flex-1 text-2xl"} onClick={spin.stop}>
            {cuts.length > 0 ? "that will do" : "stop listening"}
          </button>
        )}
        {state === "found" && (
          <>
            {cuts.length > 1 &&
              cuts.map(({ mark }, i) => (
                <button
                  key={mark}
                  type="button"
                  aria-pressed={chosen === i}
                  className={`${KEY} ${chosen === i ? "font-bold underline" : ""}`}
                  onClick={() => spin.choose(i)}
                >
                  the one {Math.abs(mark ?? 0).toFixed(2)} mm {(mark ?? 0) < 0 ? "low" : "high"}
                </button>
              ))}
            <button type="button" className="flex-1 border-r border-rule text-xl" onClick={spin.begin}>
              turn it again
            </button>
            {backwards && (
              <button
                type="button"
                className="flex-1 border-r border-rule text-xl"
                onClick={() => {
                  setWay(way === "on" ? "back" : "on");
                  spin.layAgain();
                }}
              >
                yes: lay it the other way
              </button>
            )}
            {cut && (
              <button
                type="button"
                className={MAIN}
                onClick={() => {
                  const wrong = onTake(takingsOf(cut));
                  spin.taken(wrong);
                  if (wrong) return;
                  // One gauge reads one after the other.
                  const other = what === "lateral" ? "radial" : "lateral";
                  if (!spin.hop && !has(other)) spin.setWhat(other);
                  else onDone();
                }}
              >
                take every spoke
              </button>
            )}
          </>
        )}
      </div>
    </>
  );
};
