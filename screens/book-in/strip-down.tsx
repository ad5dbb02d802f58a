"use client";
import { useState } from "react";
import type { Tap } from "../parts/bench/bench-record";

/** The two that decide how the wheel goes together again and cannot be found out afterwards. */
const FIRST_TWO = [
  { name: "offset.found", words: "the offset as found" },
  { name: "rim.firstHole", words: "which flange the first hole belongs to" },
] as const;

/** Starting to strip: asks once, when what is lost for good was not taken, and then lets be. */
export const StripDown = ({ tap }: { tap: Tap }) => {
  const [asked, setAsked] = useState(false);
  const missing = FIRST_TWO.filter((f) => tap.shown(f.name).state === "open");
  if (tap.shown("strip.started").state !== "open")
    return (
      <div className="flex items-center justify-between gap-3 px-3 py-2 text-base">
        <p>
          Being stripped.
          {missing.length > 0 && ` Not taken before: ${missing.map((m) => m.words).join(" and ")}.`}
        </p>
        <button
          type="button"
          className="min-h-12 shrink-0 px-2 underline"
          onClick={() => tap.takeBack("strip.started")}
        >
          not yet: take it back
        </button>
      </div>
    );
  const start = () => {
    if (missing.length > 0 && !asked) return setAsked(true);
    tap.put("strip.started", "yes");
  };
  if (asked && missing.length > 0)
    return (
      <div role="alert" className="m-3 border-2 border-stop p-3">
        <p className="text-lg font-bold">
          {missing.map((m) => m.words).join(" and ")} cannot be had again once the wheel is apart.
        </p>
        <div className="flex flex-wrap gap-2 pt-2">
          <button
            type="button"
            className="min-h-14 flex-1 bg-ink px-3 text-lg text-paper"
            onClick={() => tap.onTap(missing[0].name)}
          >
            take it now
          </button>
          <button type="button" className="min-h-14 flex-1 border border-ink px-3 text-lg" onClick={start}>
            strip it without
          </button>
        </div>
      </div>
    );
  return (
    <div className="p-3">
      <button type="button" className="min-h-14 w-full border-2 border-ink px-3 text-lg" onClick={start}>
        the key goes on: strip it
      </button>
    </div>
  );
};
