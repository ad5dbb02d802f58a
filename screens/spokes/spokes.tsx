"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Ledger } from "@/core/ledger/ledger";
import type { SpokeKind, Warning } from "@/core/spoke/kinds";
import { withSideNames } from "@/core/truing/explain";
import { Doubt, LedgerPanel, LedgerSum } from "../parts/ledger-panel";
import { send } from "../parts/outbox";
import { SideMark } from "../parts/side-mark";
import { NippleDrawing } from "./nipple-drawing";

interface SpokesProps {
  readonly jobId: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly kinds: readonly SpokeKind[];
  readonly warnings: readonly Warning[];
  readonly ledgers: readonly Ledger[];
  readonly diameter: number;
  readonly pitch: number;
  readonly assumed: readonly string[];
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly settledVersion: number;
  readonly stale: boolean;
}

/** Shortest engagement of a nipple: about eight turns or one spoke diameter, whichever is more (common practice). */
const leastEngagement = (diameter: number, pitch: number) => Math.max(diameter, 8 * pitch);
const SPARES = 2;

/** Each kind's end inside its nipple, to scale, and what to order. */
export const Spokes = (props: SpokesProps) => {
  const { jobId, names, kinds, warnings, ledgers, diameter, pitch, assumed, problem, settledVersion, stale } = props;
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const settle = async () => {
    const sent = await send(`/api/jobs/${jobId}/build`, { version: settledVersion });
    setMessage(sent.ok ? "Taken. The lacing plan is drawn from these." : sent.message);
    router.refresh();
  };
  const take = async (file: File) => {
    let wheel: unknown;
    try {
      wheel = JSON.parse(await file.text());
    } catch {
      return setMessage(`${file.name} is a file of another kind; a wheel file is JSON and says "tall-compass/wheel"`);
    }
    const sent = await send(`/api/jobs/${jobId}/wheel-file`, wheel);
    setMessage(sent.ok ? `${file.name} is taken as this wheel.` : `${file.name}: ${sent.field} ${sent.message}`);
    router.refresh();
  };
  return (
    <div className="flex min-h-0 flex-1 portrait:flex-col">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        {problem && (
          <div className="p-4 text-2xl">
            <Doubt>{withSideNames(problem.message, names)}</Doubt>
          </div>
        )}
        <ul className="grid min-h-0 flex-1 auto-rows-fr grid-cols-2 overflow-y-auto">
          {kinds.map((k) => (
            <li key={`${k.flange}${k.row}${k.lean}`} className="flex min-h-56 border-r border-b border-grid">
              <div className="w-[46%] p-2">
                <NippleDrawing
                  order={k.order}
                  wanted={k.lengthAtTension}
                  diameter={diameter}
                  title={`${k.order} mm in its nipple`}
                />
              </div>
              <div className="flex min-w-0 flex-1 flex-col justify-center gap-1 pr-3">
                <p className="flex items-center gap-2 text-xl">
                  <SideMark side={k.flange} />
                  {names[k.flange]}
                  {k.row ? `, ${k.row} row` : ""}
                </p>
                <p className="text-base">
                  {k.lean}, head {k.head === "out" ? "outside" : "inside"}
                </p>
                <p className="font-mono text-5xl font-bold" data-testid="length">
                  {k.length.toFixed(1)}
                </p>
                <p className="text-lg">
                  {k.count} pieces, order <b className="font-mono">{k.order}</b> mm
                </p>
                <p className="text-base">
                  {k.entryAngleDeg > 0.05 ? `${k.entryAngleDeg.toFixed(1)}° off the nipple hole, ` : ""}clear of the
                  next head by {k.headClearance.toFixed(1)}
                </p>
              </div>
            </li>
          ))}
        </ul>
        {message && (
          <p role="status" className="border-t border-grid px-4 py-2 text-xl font-bold">
            {message}
          </p>
        )}
        <div className="flex h-18 shrink-0 items-stretch border-t-2 border-ink">
          <label className="flex flex-1 cursor-pointer items-center justify-center border-r border-rule text-xl focus-within:outline-3">
            take a wheel file
            <input
              type="file"
              accept=".json"
              className="sr-only"
              onChange={(e) => e.target.files?.[0] && void take(e.target.files[0])}
            />
          </label>
          <a
            href={`/api/jobs/${jobId}/wheel-file`}
            className="flex flex-1 items-center justify-center border-r border-rule text-xl"
          >
            save as a wheel file
          </a>
          <button
            type="button"
            onClick={settle}
            disabled={problem !== null}
            className="flex-[2] bg-ink text-2xl text-paper outline-offset-[-8px] disabled:opacity-40"
          >
            {settledVersion === 0 ? "take these lengths" : stale ? "take the new lengths" : "lengths taken"}
          </button>
        </div>
      </div>
      <LedgerPanel>
        {stale && <Doubt>A figure these lengths rest on was changed since they were taken.</Doubt>}
        {warnings.map((w) => (
          <Doubt key={w.code}>{withSideNames(w.text, names)}</Doubt>
        ))}
        {ledgers.map((l, i) => (
          <LedgerSum key={i} ledger={{ ...l, title: withSideNames(l.title, names) }} />
        ))}
        {kinds.length > 0 && (
          <section className="mb-4">
            <h3 className="mb-1 font-bold">To order</h3>
            {[...new Set(kinds.map((k) => k.order))]
              .sort((a, b) => a - b)
              .map((order) => {
                const count = kinds.filter((k) => k.order === order).reduce((sum, k) => sum + k.count, 0);
                return (
                  <p key={order} className="font-mono">
                    {order} mm × {count} + {SPARES} spare
                  </p>
                );
              })}
            <p className="mt-2">
              The spoke stretches {kinds[0].stretch.toFixed(2)} and the rim draws in {kinds[0].rimShrink.toFixed(2)} mm
              under {Math.round(kinds[0].tension)} N: the order is for the wheel at tension, to the nearest mm.
            </p>
            <p className="mt-2">Thread in the nipple at least {leastEngagement(diameter, pitch).toFixed(1)} mm.</p>
          </section>
        )}
        {assumed.length > 0 && (
          <p className="mb-3">Assumed, not measured: {assumed.length} figures. They are marked in Measure.</p>
        )}
      </LedgerPanel>
    </div>
  );
};
