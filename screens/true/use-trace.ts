"use client";
import { useEffect, useRef, useState } from "react";
import type { Taking } from "@/core/rounds/taking";
import { atHoles } from "@/core/runout/at-holes";
import type { TracePoint } from "@/formats/lists/trace";

/** What both dials show while the wheel goes once round: from the stand, or from a file. */
export const useTrace = (jobId: string) => {
  const [points, setPoints] = useState<readonly TracePoint[]>([]);
  const [state, setState] = useState<"ready" | "turning" | "whole" | "taken">("ready");
  const [message, setMessage] = useState<string | null>(null);
  const source = useRef<EventSource | null>(null);
  useEffect(() => () => source.current?.close(), []);
  const turn = () => {
    source.current?.close();
    setPoints([]);
    setMessage(null);
    setState("turning");
    const list: TracePoint[] = [];
    const events = new EventSource(`/api/jobs/${jobId}/practice/turning?seconds=4`);
    source.current = events;
    events.onmessage = ({ data }) => {
      list.push(JSON.parse(data));
      // The eye follows thirty pictures a second; drawing every sample would not be seen.
      if (list.length % 6 === 0) setPoints([...list]);
    };
    events.addEventListener("round", () => {
      events.close();
      setPoints([...list]);
      setState("whole");
    });
    events.onerror = () => {
      events.close();
      setState(list.length > 0 ? "whole" : "ready");
      setMessage("the stand does not answer");
    };
  };
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    // The reader of traces comes when one is opened.
    const { traceFromCsv } = await import("@/formats/lists/trace");
    const { textOf } = await import("@/formats/lists/text");
    let text: string;
    try {
      text = textOf(new Uint8Array(await file.arrayBuffer()));
    } catch (error) {
      return setMessage(`${file.name}: ${error instanceof Error ? error.message : "is not read"}`);
    }
    const read = traceFromCsv(text);
    if (read.errors.length > 0)
      return setMessage(`nothing taken: line ${read.errors[0].line}: ${read.errors[0].message}`);
    setMessage(null);
    setPoints(read.points);
    setState("whole");
  };
  return {
    ...{ points, state, message, turn, fromFile },
    taken: (wrong: string | null) => {
      setState("taken");
      setMessage(wrong);
    },
  };
};

/** A trace's readings over every hole. */
export const takenFromTrace = (points: readonly TracePoint[], holes: number): Taking[] =>
  (["lateral", "radial"] as const).flatMap((what) => {
    const seen = points.flatMap((p) => {
      const value = p[what];
      return value === null ? [] : [{ angleDeg: p.angleDeg, value }];
    });
    return atHoles(seen, holes).flatMap((v, i) =>
      v === null
        ? []
        : [
            {
              ...{ what, spoke: i + 1, value: Math.round(v * 1000) / 1000, typed: "" },
              ...{ instrument: "stand", method: "trace" as const },
            },
          ],
    );
  });
