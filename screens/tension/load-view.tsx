"use client";
import { Slider } from "radix-ui";
import { useMemo, useState } from "react";
import { RimBuckles } from "@/core/mechanics/buckling";
import { elasticWheel } from "@/core/mechanics/elastic-wheel";
import { groundLoad, underLoad } from "@/core/mechanics/load";
import { defaultStiffness } from "@/core/mechanics/stiffness";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { sideTensions } from "@/core/tension/balance";
import type { Duty } from "@/core/tension/target";
import { GROUND_ARM } from "@/core/tension/target";
import { NEWTON_PER } from "@/core/units/forces";
import type { Wheel } from "@/core/wheel/wheel-file";
import { useTensionShown } from "../parts/bench/use-tension-shown";

interface LoadViewProps {
  readonly wheel: Wheel;
  readonly duty: Duty;
  /** N per spoke as read; null where not. */
  readonly tensions: readonly (number | null)[];
}

/** How many times too large the rim's movement is drawn. */
const LARGER = 120;

/** The wheel standing on the ground: which spokes give up tension, and how near the worst is to slack. */
export const LoadView = ({ wheel, duty, tensions }: LoadViewProps) => {
  const shown = useTensionShown();
  const [hit, setHit] = useState(1);
  const [brake, setBrake] = useState(0);
  const [tight, setTight] = useState(100);
  const geometry = useMemo(() => wheelGeometry(wheel), [wheel]);
  const loaded = useMemo(() => {
    const wanted = sideTensions(wheel, geometry.spokes);
    const held = geometry.spokes.map((s) => ((tensions[s.spoke - 1] ?? wanted[s.flange]) * tight) / 100);
    const stiffness = defaultStiffness(wheel);
    const weight = duty.mass * NEWTON_PER.kgf * hit;
    const forward = wheel.rotation === "clockwise" ? 1 : -1;
    try {
      const elastic = elasticWheel(geometry, stiffness, held);
      // The valve stands on top: the ground is opposite.
      return {
        before: held,
        ...underLoad(
          geometry,
          stiffness,
          elastic,
          groundLoad(180, weight, (brake / 100) * weight, forward, GROUND_ARM),
        ),
      };
    } catch (error) {
      if (error instanceof RimBuckles) return null;
      throw error;
    }
  }, [wheel, geometry, tensions, duty, hit, brake, tight]);
  const read = tensions.some((t) => t !== null);
  const sink = loaded ? -Math.min(...loaded.outward) : 0;
  const worst = loaded ? [...loaded.change.keys()].sort((p, q) => loaded.tensions[p] - loaded.tensions[q])[0] : 0;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,4fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="min-h-0 border-r border-grid">
        {loaded ? (
          <Standing geometry={geometry} loaded={loaded} />
        ) : (
          <p className="p-4 text-xl font-bold">At this tension the rim gives way sideways.</p>
        )}
      </div>
      <div className="flex min-h-0 flex-col gap-3 overflow-y-auto p-4 text-lg">
        <Slide
          label={`weight: ${hit.toFixed(1)} times ${duty.mass} kg`}
          value={hit}
          low={0}
          high={4}
          step={0.1}
          on={setHit}
        />
        <Slide
          label={`braking: ${brake} % of it along the road`}
          value={brake}
          low={0}
          high={100}
          step={5}
          on={setBrake}
        />
        <Slide
          label={`tension: ${tight} % of ${read ? "what was read" : "what is wanted"}`}
          value={tight}
          low={10}
          high={150}
          step={5}
          on={setTight}
        />
        {loaded && (
          <div data-testid="load">
            <p>
              The rim sinks <b className="font-mono">{sink.toFixed(2)}</b> mm over its lowest spoke.
            </p>
            <p>
              {loaded.slack.length > 0 ? (
                <b>
                  Slack: {loaded.slack.join(", ")}. A spoke that goes slack and takes up again at every turn breaks at
                  its bend.
                </b>
              ) : (
                <>
                  Nearest to slack: <b className="font-mono">{worst + 1}</b>, {shown.figure(loaded.before[worst])}{" "}
                  {loaded.tensions[worst] < loaded.before[worst] ? "down to" : "now"}{" "}
                  {shown.say(loaded.tensions[worst])}.
                </>
              )}
            </p>
          </div>
        )}
        <p>
          Draw the tension up and down: the rim sinks alike. A tighter wheel is no stiffer and no weaker; it only has
          more to give up before a spoke goes slack, as far as spokes and rim allow.
        </p>
        <p className="text-base">
          By the model: rim and spokes as measured, the hub held, the tyre's own softness left out. A rim's stiffness is
          known within a factor of two.
        </p>
      </div>
    </div>
  );
};

const Slide = ({
  label,
  value,
  low,
  high,
  step,
  on,
}: {
  label: string;
  value: number;
  low: number;
  high: number;
  step: number;
  on: (to: number) => void;
}) => (
  <div>
    <p>{label}</p>
    <Slider.Root
      className="relative flex h-12 w-full touch-none items-center"
      value={[value]}
      min={low}
      max={high}
      step={step}
      onValueChange={([v]) => on(v)}
    >
      <Slider.Track className="relative h-1 flex-1 bg-rule">
        <Slider.Range className="absolute h-full bg-ink" />
      </Slider.Track>
      <Slider.Thumb aria-label={label} className="block size-9 border-2 border-ink bg-paper" />
    </Slider.Root>
  </div>
);

/** The wheel as it stands, its movement drawn larger; strings by what they still hold, broken where slack. */
const Standing = ({
  geometry,
  loaded,
}: {
  geometry: ReturnType<typeof wheelGeometry>;
  loaded: {
    readonly before: readonly number[];
    readonly tensions: Float64Array;
    readonly change: Float64Array;
    readonly outward: Float64Array;
  };
}) => {
  const R = geometry.wheel.rim.erd / 2;
  const view = R * 1.28;
  // Valve on top: the wheel's own x axis points up.
  const place = (angleDeg: number, radius: number) => {
    const a = (angleDeg * Math.PI) / 180;
    return [radius * Math.sin(a), -radius * Math.cos(a)] as const;
  };
  const rim = geometry.spokes.map((s, i) => place(s.rimAngleDeg, R + Math.max(-R * 0.2, loaded.outward[i] * LARGER)));
  const top = Math.max(...loaded.before);
  return (
    <svg
      viewBox={`${-view} ${-view} ${2 * view} ${2 * view}`}
      className="h-full w-full"
      role="img"
      aria-label="the wheel under load"
    >
      <circle r={R} fill="none" stroke="var(--color-grid)" strokeWidth={R / 150} />
      <path
        d={`M${rim.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join("L")}Z`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth={R / 60}
      />
      {(["A", "B"] as const).map((side) => (
        <circle
          key={side}
          r={geometry.wheel.hub[side].holeCircle / 2}
          fill="none"
          stroke="var(--color-rule)"
          strokeWidth={R / 150}
        />
      ))}
      <line x1={-view} x2={view} y1={R * 1.1} y2={R * 1.1} stroke="var(--color-rule)" strokeWidth={R / 100} />
      {geometry.spokes.map((s, i) => {
        const [hx, hy] = place(s.hubAngleDeg, Math.hypot(s.hubPoint[0], s.hubPoint[1]));
        const held = loaded.tensions[i];
        const slack = held <= 0;
        const lost = loaded.change[i] < -0.25 * loaded.before[i];
        return (
          <g key={s.spoke}>
            <line
              x1={hx}
              y1={hy}
              x2={rim[i][0]}
              y2={rim[i][1]}
              stroke={slack ? "var(--color-stop)" : `var(--color-${s.flange.toLowerCase()})`}
              strokeWidth={slack ? R / 90 : Math.max(R / 260, (R / 36) * (held / top))}
              strokeDasharray={slack ? `${R / 18} ${R / 25}` : undefined}
            />
            {(slack || lost) && (
              <text
                x={rim[i][0] * 1.14}
                y={rim[i][1] * 1.14}
                fontSize={R / 11}
                textAnchor="middle"
                dominantBaseline="middle"
                fill="var(--color-ink)"
              >
                {s.spoke}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
};
