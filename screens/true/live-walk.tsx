"use client";
import { LineChart } from "echarts/charts";
import { GridComponent, MarkAreaComponent } from "echarts/components";
import { init, use } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef, useState } from "react";
import type { Taking } from "@/core/rounds/taking";
import { atHoles } from "@/core/runout/at-holes";
import type { TracePoint } from "@/formats/trace-csv";
import { KeptNote } from "../parts/kept/kept-note";
import type { TakeReadings } from "../parts/walk/use-take-readings";

use([LineChart, GridComponent, MarkAreaComponent, SVGRenderer]);

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
  const box = useRef<HTMLDivElement>(null);
  const [points, setPoints] = useState<readonly TracePoint[]>([]);
  const [state, setState] = useState<"ready" | "turning" | "whole" | "taken">("ready");
  const [message, setMessage] = useState<string | null>(null);
  const source = useRef<EventSource | null>(null);
  useEffect(() => () => source.current?.close(), []);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: "svg" });
    const ink = getComputedStyle(document.documentElement).getPropertyValue("--color-ink").trim();
    const rule = getComputedStyle(document.documentElement).getPropertyValue("--color-rule").trim();
    const grid = getComputedStyle(document.documentElement).getPropertyValue("--color-grid").trim();
    const middle = (list: readonly number[]) =>
      list.length === 0 ? 0 : [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];
    const line = (pick: (p: TracePoint) => number | null) => {
      const known = points.flatMap((p) => pick(p) ?? []);
      const zero = middle(known);
      return points.flatMap((p) => {
        const v = pick(p);
        return v === null ? [] : [[(p.angleDeg / 360) * holes + 0.5, Math.round((v - zero) * 1000) / 1000]];
      });
    };
    const lines = [line((p) => p.lateral), line((p) => p.radial)];
    const largest = Math.max(band.lateral, band.radial, ...lines.flat().map(([, v]) => Math.abs(v)));
    const scale = [0.5, 1, 2, 5].find((s) => s >= largest) ?? 5;
    const axis = (index: number, name: string) => ({
      gridIndex: index,
      type: "value" as const,
      min: -scale,
      max: scale,
      interval: scale / 2,
      name,
      nameTextStyle: { color: ink, fontSize: 17, align: "left" as const },
      axisLabel: { color: ink, fontSize: 16 },
      splitLine: { lineStyle: { color: grid } },
    });
    const across = (index: number) => ({
      gridIndex: index,
      type: "value" as const,
      min: 0,
      max: holes + 1,
      interval: 5,
      // Numbers belong to spokes: there is none at nought, nor one past the last.
      axisLabel: {
        color: ink,
        fontSize: 16,
        formatter: (v: number) => (v % 5 === 0 && v > 0 && v <= holes ? `${v}` : ""),
      },
      axisLine: { lineStyle: { color: rule } },
      splitLine: { show: false },
    });
    chart.setOption({
      animation: false,
      textStyle: { fontFamily: "B612" },
      grid: [
        { left: 60, right: 20, top: 36, height: "36%" },
        { left: 60, right: 20, top: "56%", height: "36%" },
      ],
      xAxis: [across(0), across(1)],
      yAxis: [axis(0, "side to side, mm"), axis(1, "hop, mm")],
      series: lines.map((data, i) => ({
        type: "line",
        data,
        xAxisIndex: i,
        yAxisIndex: i,
        showSymbol: false,
        lineStyle: { color: ink, width: 2 },
        markArea: {
          silent: true,
          itemStyle: { color: "transparent", borderColor: rule, borderWidth: 1, borderType: "dashed" },
          data: [
            [
              { yAxis: -(i === 0 ? band.lateral : band.radial) / 2 },
              { yAxis: (i === 0 ? band.lateral : band.radial) / 2 },
            ],
          ],
        },
      })),
    });
    const resize = () => chart.resize();
    window.addEventListener("resize", resize);
    return () => {
      window.removeEventListener("resize", resize);
      chart.dispose();
    };
  }, [points, holes, band]);
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
    const { traceFromCsv } = await import("@/formats/trace-csv");
    const read = traceFromCsv(await file.text());
    if (read.errors.length > 0)
      return setMessage(`nothing taken: line ${read.errors[0].line}: ${read.errors[0].message}`);
    setMessage(null);
    setPoints(read.points);
    setState("whole");
  };
  const over = (pick: (p: TracePoint) => number | null) =>
    atHoles(
      points.flatMap((p) => {
        const value = pick(p);
        return value === null ? [] : [{ angleDeg: p.angleDeg, value }];
      }),
      holes,
    );
  const take = () => {
    setState("taken");
    const read = (what: "lateral" | "radial", line: readonly (number | null)[]): Taking[] =>
      line.flatMap((v, i) =>
        v === null
          ? []
          : [
              {
                ...{ what, spoke: i + 1, value: Math.round(v * 1000) / 1000, typed: "" },
                ...{ instrument: "stand", method: "trace" },
              },
            ],
      );
    setMessage(
      onTake([
        ...read(
          "lateral",
          over((p) => p.lateral),
        ),
        ...read(
          "radial",
          over((p) => p.radial),
        ),
      ]),
    );
  };
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
      <div ref={box} className="min-h-0 flex-1" role="img" aria-label="trace of the dials" />
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
            onChange={(e) => void fromFile(e.target.files?.[0])}
          />
        </label>
        {practice && (
          <button
            type="button"
            onClick={turn}
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
          <button type="button" onClick={take} className="flex-1 bg-ink text-paper outline-offset-[-8px]">
            take every spoke
          </button>
        )}
      </div>
    </div>
  );
};
