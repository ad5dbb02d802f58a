"use client";
import { Slider } from "radix-ui";
import { useMemo, useState } from "react";
import type { Figures } from "@/core/figures/newest";
import { valveRoomOf } from "@/core/spoke/patterns";
import { DIMENSIONS, sensitivities, toleranceStack } from "@/core/spoke/sensitivity";
import { planSpokes, type SpokePlan } from "@/core/spoke/spoke-plan";
import { threadRoom } from "@/core/spoke/thread-room";
import { warningWords } from "@/core/spoke/warning-words";
import { mostCrosses } from "@/core/wheel/most-crosses";
import { withSideNames } from "@/core/wheel/side-names";
import type { Wheel } from "@/core/wheel/wheel-file";
import { Doubt } from "../parts/bench/ledger-panel";
import { SideMark } from "../parts/wheel/side-mark";
import { NippleDrawing } from "./nipple-drawing";

/** What may be dragged: mm either way. */
const DRAGGED = DIMENSIONS.filter((d) => /^(erd|offset|toCentre|holeCircle)/.test(d.figure)).map((d) => ({
  ...d,
  most: d.figure === "erd" ? 8 : 6,
}));

/** Drag a dimension and see every length and limit answer; how much each matters, and how sure the lengths are. */
export const WhatIf = ({
  wheel,
  plan,
  figures,
  sds,
  names,
}: {
  wheel: Wheel;
  plan: SpokePlan;
  figures: Figures;
  /** mm by dimension, where repeats say how sure it is. */
  sds: Readonly<Record<string, number>>;
  names: { readonly A: string; readonly B: string };
}) => {
  const [by, setBy] = useState<Readonly<Record<string, number>>>({});
  const [cross, setCross] = useState({ A: wheel.lacing.A.cross, B: wheel.lacing.B.cross });
  const moved = useMemo(() => {
    const shifted = DRAGGED.reduce((w, d) => (by[d.figure] ? d.with(w, by[d.figure]) : w), wheel);
    const laced = { ...shifted, lacing: { ...shifted.lacing, A: { cross: cross.A }, B: { cross: cross.B } } };
    return { wheel: laced, plan: planSpokes(laced, figures), valve: valveRoomOf(laced) };
  }, [wheel, figures, by, cross]);
  const matters = useMemo(() => sensitivities(wheel), [wheel]);
  const stack = useMemo(() => toleranceStack(wheel, sds), [wheel, sds]);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,4fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="min-h-0 overflow-y-auto px-4 py-2">
        {DRAGGED.map((d) => {
          return (
            <Dragged
              key={d.figure}
              label={withSideNames(d.label, names)}
              most={d.most}
              value={by[d.figure] ?? 0}
              matters={matters.find((m) => m.figure === d.figure)}
              names={names}
              onDrag={(to) => setBy((b) => ({ ...b, [d.figure]: to }))}
            />
          );
        })}
        <div className="flex gap-2 pt-3 max-sm:portrait:flex-col">
          {(["A", "B"] as const).map((s) => (
            <Crosses
              key={s}
              name={names[s]}
              cross={cross[s]}
              most={mostCrosses(wheel.rim.holes, wheel.rim.erd, wheel.hub[s].holeCircle)}
              onCross={(to) => setCross((c) => ({ ...c, [s]: to }))}
            />
          ))}
        </div>
        <button
          type="button"
          className="mt-2 min-h-12 underline"
          onClick={() => {
            setBy({});
            setCross({ A: wheel.lacing.A.cross, B: wheel.lacing.B.cross });
          }}
        >
          back to what was measured
        </button>
      </div>
      <div className="min-h-0 overflow-y-auto border-l border-grid p-3 portrait:border-t portrait:border-l-0">
        {(["A", "B"] as const).map((side) => {
          const now = plan.kinds.find((k) => k.flange === side);
          const then = moved.plan.kinds.filter((k) => k.flange === side);
          return now && then.length > 0 ? (
            <SideThen key={side} side={side} name={names[side]} plan={plan} now={now} then={then} />
          ) : null;
        })}
        <p className="py-2 text-base">
          at the valve {moved.valve.toFixed(0)} mm; the order would be{" "}
          {moved.plan.lengths.map((l) => `${l.length} × ${l.count}`).join(", ") || "none that fits"}
        </p>
        {moved.plan.warnings.map((w) => (
          <Doubt key={w.code}>{withSideNames(warningWords(w), names)}</Doubt>
        ))}
        <HowSure stack={stack} names={names} />
      </div>
    </div>
  );
};

type Sides<T> = Readonly<Record<"A" | "B", T>>;

interface DraggedProps {
  readonly label: string;
  /** mm either way, and as it is dragged. */
  readonly most: number;
  readonly value: number;
  /** mm of each side's spokes by a mm of it. */
  readonly matters: Sides<number> | undefined;
  readonly names: Sides<string>;
  readonly onDrag: (to: number) => void;
}

const Dragged = ({ label, most, value, matters, names, onDrag }: DraggedProps) => (
  <div className="border-b border-grid py-1">
    <p className="flex justify-between text-base">
      <span>{label}</span>
      <b className="font-mono">
        {value === 0 ? "as measured" : `${value > 0 ? "+" : "−"}${Math.abs(value).toFixed(1)}`}
      </b>
    </p>
    <Slider.Root
      className="relative flex h-12 w-full touch-none items-center"
      min={-most}
      max={most}
      step={0.1}
      value={[value]}
      onValueChange={([to]) => onDrag(to)}
    >
      <Slider.Track className="relative h-1 w-full bg-rule" />
      <Slider.Thumb aria-label={label} className="block h-12 w-6 border-2 border-ink bg-paper" />
    </Slider.Root>
    {matters && (
      <p className="text-base">
        1 mm of it is{" "}
        {(["A", "B"] as const)
          .filter((s) => Math.abs(matters[s]) > 0.005)
          .map((s) => `${Math.abs(matters[s]).toFixed(2)} mm ${matters[s] > 0 ? "more" : "less"} of ${names[s]} spoke`)
          .join(", ") || "nothing of any spoke"}
      </p>
    )}
  </div>
);

interface CrossesProps {
  readonly name: string;
  readonly cross: number;
  readonly most: number;
  readonly onCross: (to: number) => void;
}

const Crosses = ({ name, cross, most, onCross }: CrossesProps) => (
  <div className="flex flex-1 items-center border border-rule text-lg">
    <button
      type="button"
      className="min-h-14 min-w-14 border-r border-rule text-2xl"
      aria-label={`one cross less, ${name}`}
      onClick={() => onCross(Math.max(1, cross - 1))}
    >
      −
    </button>
    <span className="flex-1 text-center">
      {name}: {cross} cross
    </span>
    <button
      type="button"
      className="min-h-14 min-w-14 border-l border-rule text-2xl"
      aria-label={`one cross more, ${name}`}
      onClick={() => onCross(Math.min(most, cross + 1))}
    >
      +
    </button>
  </div>
);

interface SideThenProps {
  readonly side: "A" | "B";
  readonly name: string;
  readonly plan: SpokePlan;
  readonly now: SpokePlan["kinds"][number];
  readonly then: SpokePlan["kinds"];
}

/** What one side's spokes would be, and what the ones of now would do in their nipples. */
const SideThen = ({ side, name, plan, now, then }: SideThenProps) => {
  const first = then[0];
  const lengths = [...new Set(then.map((k) => k.lengthAtTension.toFixed(1)))];
  const room = threadRoom(plan.parts, now.given, first.lengthAtTension);
  const change = first.lengthAtTension - now.lengthAtTension;
  return (
    <section className="flex border-b border-grid" aria-label={`what if, ${name}`}>
      <div className="h-48 w-36 shrink-0">
        <NippleDrawing
          end={room.end}
          parts={plan.parts}
          window={plan.window}
          title={`the ${now.given} in its nipple then`}
        />
      </div>
      <div className="min-w-0 py-2 text-base">
        <p className="flex items-center gap-2 text-lg">
          <SideMark side={side} /> {name}
        </p>
        <p className="font-mono text-4xl font-bold" data-testid={`what-if-${side}`}>
          {first.lengthAtTension.toFixed(1)}
        </p>
        <p>
          {Math.abs(change) < 0.05 ? "as measured" : `${change > 0 ? "+" : "−"}${Math.abs(change).toFixed(1)} mm`},
          order {first.given}
        </p>
        <p>
          the {now.given} would: {room.text}
        </p>
        {lengths.length > 1 && <p>every length: {lengths.join(", ")}</p>}
        <p>
          next head {first.headClearance.toFixed(1)}
          {first.entryAngleDeg > 0.05 ? `, ${first.entryAngleDeg.toFixed(1)}° at the nipple` : ""}
        </p>
      </div>
    </section>
  );
};

const HowSure = ({ stack, names }: { stack: ReturnType<typeof toleranceStack>; names: Sides<string> }) => (
  <>
    <h2 className="pt-3 text-lg font-bold">How sure the lengths are</h2>
    <p className="text-base">
      {names.A} ± {(2 * stack.A).toFixed(1)}, {names.B} ± {(2 * stack.B).toFixed(1)} mm, nineteen times in twenty. Of
      it:
    </p>
    <ul className="text-base">
      {stack.parts.slice(0, 4).map((p) => (
        <li key={p.label} className="flex justify-between">
          <span>{withSideNames(p.label, names)}</span>
          <span className="font-mono">± {(2 * p.mm).toFixed(2)}</span>
        </li>
      ))}
    </ul>
  </>
);
