"use client";
import { partsOf } from "@/core/runout/gauge-line";

/** A gauge's line in its parts: which of its figures is the reading is pointed at. */
export const LineParts = ({ line, onPoint }: { line: string; onPoint: (figure: number) => void }) =>
  partsOf(line).map(({ text, figure }, i) =>
    figure === null ? (
      <span key={i} className="flex items-center px-2 font-mono">
        {text}
      </span>
    ) : (
      <button
        key={i}
        type="button"
        className="min-h-12 border-l border-rule px-3 font-mono font-bold"
        onClick={() => onPoint(figure)}
      >
        {text}
      </button>
    ),
  );
