"use client";
import { KeptNote } from "../parts/kept/kept-note";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import { DialTrace } from "./dial-trace";
import { takenFromTrace, useTrace } from "./use-trace";

interface LiveWalkProps {
  readonly jobId: string;
  readonly job: string;
  readonly holes: number;
  readonly practice: boolean;
  readonly band: { readonly lateral: number; readonly radial: number };
  readonly onTake: TakeReadings;
  readonly onEnd: () => void;
}

/** The stand with its dials: the trace as the wheel turns, every hole taken by itself; or a trace from a file. */
export const LiveWalk = ({ jobId, job, holes, practice, band, onTake, onEnd }: LiveWalkProps) => {
  const trace = useTrace(jobId);
  const { points, state, message } = trace;
  const passed = points.length === 0 ? 0 : Math.round(((points.at(-1)?.angleDeg ?? 0) / 360) * holes);
  return (
    <div data-walk className="fixed inset-0 z-10 flex flex-col bg-paper">
      <header className="flex h-12 shrink-0 items-center justify-between border-b border-grid px-4 text-base">
        <span>{job}</span>
        <span data-testid="live-place">
          {state === "turning" ? `${passed} of ${holes}` : state === "whole" ? "once round" : "the stand"}
        </span>
        <button type="button" onClick={onEnd} className="min-h-12 px-4 underline">
          leave
        </button>
      </header>
      <KeptNote />
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
            No dial is connected. Open a recorded trace (angle_deg, lateral_mm, radial_mm), or begin a practice wheel
            among the jobs.
          </p>
        )}
        {state === "whole" && (
          <button
            type="button"
            onClick={() => trace.taken(onTake(takenFromTrace(points, holes)))}
            className="flex-1 bg-ink text-paper outline-offset-[-8px]"
          >
            take every spoke
          </button>
        )}
      </div>
    </div>
  );
};
