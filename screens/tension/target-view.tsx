"use client";
import { useEffect, useState } from "react";
import type { TargetBand } from "@/core/tension/target";
import { targetWords } from "@/core/tension/target-words";
import { withSideNames } from "@/core/wheel/side-names";
import type { Tap } from "../parts/bench/bench-record";
import { FigureList } from "../parts/bench/figure-list";
import { Doubt } from "../parts/bench/ledger-panel";

interface TargetViewProps {
  readonly jobId: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly figures: readonly string[];
  /** N the bench works to now, tighter side. */
  readonly target: number;
  readonly tap: Tap;
  /** Asks again when the figures behind it changed. */
  readonly basis: string;
}

/** The wanted tension as a band with its reasons, between going slack and giving way. */
export const TargetView = ({ jobId, names, figures, target, tap, basis }: TargetViewProps) => {
  const [band, setBand] = useState<(TargetBand & { readonly assumed: readonly string[] }) | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => {
    let there = true;
    void (async () => {
      const response = await fetch(`/api/jobs/${jobId}/tension-target?${encodeURIComponent(basis)}`).catch(() => null);
      const answer = response ? await response.json() : { error: { message: "the record cannot be reached" } };
      if (!there) return;
      setMessage(answer.error?.message ?? null);
      setBand(answer.error ? null : answer);
    })();
    return () => {
      there = false;
    };
  }, [jobId, basis]);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,4fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="flex min-h-0 flex-col border-r border-grid">
        <div className="min-h-0 flex-1 overflow-y-auto p-4">
          {message && <p className="text-lg font-bold">{message}</p>}
          {!band && !message && <p className="text-lg">working it out …</p>}
          {band && (
            <>
              <Band band={band} target={target} />
              {band.reasons.map((r) =>
                r.code === "narrow" ? (
                  <Doubt key={r.code}>{withSideNames(targetWords(r), names)}</Doubt>
                ) : (
                  <p key={r.code} className="pt-3 text-lg leading-snug">
                    {withSideNames(targetWords(r), names)}
                  </p>
                ),
              )}
              {band.assumed.length > 0 && (
                <Doubt>
                  {band.assumed.length} figures of the load are assumed: tap them on the right to tell them.
                </Doubt>
              )}
              <p className="pt-3 text-lg">The machine's own service manual comes before any figure here.</p>
            </>
          )}
        </div>
        {band && Math.round(band.aim) !== Math.round(target) && (
          <button
            type="button"
            onClick={() => tap.put("tension.target", String(Math.round(band.aim)))}
            className="h-18 shrink-0 bg-ink text-xl text-paper outline-offset-[-8px]"
          >
            work to {Math.round(band.aim)} N instead of {Math.round(target)}
          </button>
        )}
      </div>
      <div className="min-h-0 overflow-y-auto">
        <FigureList figures={figures} names={names} tap={tap} />
      </div>
    </div>
  );
};

/** The band as a gauge: slack, floor, aim, ceiling and what lies beyond it. */
const Band = ({ band, target }: { band: TargetBand; target: number }) => {
  const top = Math.max(band.spoke, Math.min(band.buckling, 2 * band.spoke), target, band.floor) * 1.12;
  const x = (n: number) => 20 + (Math.min(n, top) / top) * 660;
  const mark = (n: number, label: string, up: boolean) => (
    <g key={label}>
      <line x1={x(n)} x2={x(n)} y1={up ? 52 : 70} y2={up ? 70 : 112} stroke="var(--color-ink)" strokeWidth="2" />
      <text
        x={x(n)}
        y={up ? 42 : 134}
        fontSize="20"
        textAnchor={x(n) > 560 ? "end" : x(n) < 120 ? "start" : "middle"}
        fill="var(--color-ink)"
      >
        {label} {Math.round(n / 10) * 10}
      </text>
    </g>
  );
  return (
    <svg viewBox="0 0 700 150" className="w-full" role="img" aria-label="wanted tension between floor and ceiling, N">
      <line x1="20" x2="680" y1="90" y2="90" stroke="var(--color-rule)" strokeWidth="2" />
      <rect
        x={x(band.floor)}
        y="70"
        width={Math.max(2, x(band.ceiling) - x(band.floor))}
        height="40"
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {mark(band.floor, "floor", false)}
      {mark(band.ceiling, "ceiling", false)}
      {mark(band.aim, "aim", true)}
      <path d={`M${x(target)} 84l9 12h-18Z`} fill="var(--color-ink)">
        <title>worked to now: {Math.round(target)} N</title>
      </path>
    </svg>
  );
};
