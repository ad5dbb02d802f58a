"use client";
import { KeptNote } from "../parts/kept/kept-note";
import { DialTrace } from "./dial-trace";
import { useSpinGauges } from "./sources/use-gauge";
import { SpinWalk, type SpinWalkProps } from "./spin/spin-walk";
import { takenFromTrace, useTrace } from "./use-trace";

interface LiveWalkProps extends Omit<SpinWalkProps, "wire"> {
  readonly jobId: string;
  readonly job: string;
  readonly practice: boolean;
  readonly onEnd: () => void;
}

/** The stand with its dials: a gauge on a cable listened to, the trace as the wheel turns, or a trace from a file. */
export const LiveWalk = (props: LiveWalkProps) => {
  const { job, onEnd } = props;
  const { main } = useSpinGauges();
  // A practice wheel is on no stand that a cable could come from.
  const byCable = main !== null && !props.practice;
  return (
    <div data-walk className="fixed inset-0 z-10 flex flex-col bg-paper">
      <header className="flex h-12 shrink-0 items-center justify-between border-b border-grid px-4 text-base">
        <span className="truncate">{job}</span>
        <span>{byCable ? (main.name ?? "the gauge on the cable") : "the stand"}</span>
        <button type="button" onClick={onEnd} className="min-h-12 px-4 underline">
          leave
        </button>
      </header>
      <KeptNote />
      {byCable ? <SpinWalk wire={main.wire} {...props} /> : <StandTrace {...props} />}
    </div>
  );
};

/** The practice wheel's dials, or what another program recorded. */
const StandTrace = ({ jobId, holes, practice, band, onTake, onDone }: LiveWalkProps) => {
  const trace = useTrace(jobId);
  const { points, state, message } = trace;
  const passed = points.length === 0 ? 0 : Math.round(((points.at(-1)?.angleDeg ?? 0) / 360) * holes);
  return (
    <>
      <p className="px-4 pt-2 text-base" data-testid="live-place">
        {state === "turning" ? `${passed} of ${holes}` : state === "whole" ? "once round" : ""}
      </p>
      <DialTrace points={points} holes={holes} band={band} />
      {message && (
        <p role="alert" className="border-t border-grid px-4 py-2 text-xl font-bold">
          {message}
        </p>
      )}
      <div className="flex h-24 shrink-0 items-stretch border-t-2 border-ink text-2xl">
        <label className="flex w-72 cursor-pointer items-center justify-center border-r border-rule focus-within:outline-3">
          trace from a file
          <input
            type="file"
            accept=".csv,text/csv"
            className="sr-only"
            onChange={(e) => void trace.fromFile(e.target.files?.[0])}
          />
        </label>
        {practice && (
          <button
            type="button"
            onClick={trace.turn}
            disabled={state === "turning"}
            className={`flex-1 ${state === "whole" ? "border-r border-rule" : "bg-ink text-paper"}`}
          >
            {state === "turning"
              ? "turning …"
              : points.length > 0
                ? "turn it again"
                : "turn the practice wheel once round"}
          </button>
        )}
        {!practice && state !== "whole" && (
          <p className="flex flex-1 items-center px-4 text-lg">
            No gauge on a cable is chosen for this tablet: set one up in Settings, under Gauges. Or open a recorded
            trace (angle_deg, lateral_mm, radial_mm), or begin a practice wheel among the jobs.
          </p>
        )}
        {state === "whole" && (
          <button
            type="button"
            onClick={() => {
              const wrong = onTake(takenFromTrace(points, holes));
              trace.taken(wrong);
              if (!wrong) onDone();
            }}
            className="flex-1 bg-ink text-paper outline-offset-[-8px]"
          >
            take every spoke
          </button>
        )}
      </div>
    </>
  );
};
