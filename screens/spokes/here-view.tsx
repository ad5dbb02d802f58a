"use client";
import { useState } from "react";
import type { StaleOrder } from "@/core/spoke/stale-order";
import type { WayOn } from "@/core/spoke/ways-on";
import { withSideNames } from "@/core/wheel/side-names";
import { EntryBar } from "../parts/bench/entry-bar";
import { GaugePicture } from "../parts/bench/gauge-picture";
import { Doubt } from "../parts/bench/ledger-panel";
import { useUnit } from "../parts/kept/kept-choice";
import { saidOf } from "../parts/kept/sent";
import { useEnter } from "../parts/kept/use-enter";
import type { OrderShown } from "./order-view";

/** mm a delivered spoke may differ from its order before it is doubted (a spoke is cut to ±0.5). */
const ALLOWED = 0.5;
const ASKS = {
  count: { prompt: "how many came", how: "of this length, spares and all" },
  first: { prompt: "one of them measured", how: "inside of the bend (straight: under the head) to the end" },
  second: { prompt: "another of them measured", how: "inside of the bend (straight: under the head) to the end" },
} as const;
type Ask = keyof typeof ASKS;

/** Goods in, before anything is laced; then every way on with the spokes that are here. */
export const HereView = ({
  jobId,
  order,
  stale,
  ways,
  names,
}: {
  jobId: string;
  order: OrderShown | null;
  stale: StaleOrder | null;
  ways: readonly WayOn[];
  names: { readonly A: string; readonly B: string };
}) => {
  const enter = useEnter(jobId);
  const [unit] = useUnit();
  const [asking, setAsking] = useState<{ readonly length: number; readonly what: Ask } | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  if (!order)
    return (
      <p className="min-h-0 flex-1 overflow-y-auto p-6 text-2xl">
        Nothing is ordered yet. Order under Order; what comes is counted and measured here.
      </p>
    );
  const after = (a: { length: number; what: Ask }): typeof asking => {
    const steps: Ask[] = ["count", "first", "second"];
    const all = order.lines.flatMap((l) => steps.map((what) => ({ length: l.length, what })));
    const at = all.findIndex((x) => x.length === a.length && x.what === a.what);
    return all[at + 1] ?? null;
  };
  const take = async (typed: string) => {
    if (!asking) return;
    // On at once: what a quick hand types next belongs to the next, however long the record takes.
    setMessage(null);
    setAsking(after(asking));
    const sent = await enter({
      what: "other",
      jobId,
      url: `/api/orders/${order.id}/goods`,
      body: { id: crypto.randomUUID(), ...asking, typed, unit },
      words: `“${typed}” of ${asking.length} mm`,
    });
    setMessage(saidOf(sent));
    if (sent.state === "refused") setAsking(asking);
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="min-h-0 flex-1 overflow-y-auto p-4">
        <GoodsIn
          order={order}
          onAsk={(length, what) => {
            setMessage(null);
            setAsking({ length, what });
          }}
        />
        {stale && (
          <section aria-label="changed since the order" className="pt-4">
            {stale.texts.map((t) => (
              <Doubt key={t}>{withSideNames(t, names)}.</Doubt>
            ))}
            {stale.changed.map((c) => (
              <p key={c.figure} className="text-base">
                {withSideNames(c.label, names)}: {c.was} → {c.is}
              </p>
            ))}
          </section>
        )}
        <h2 className="pt-4 text-xl font-bold">With these spokes</h2>
        <WaysOn ways={ways} names={names} />
      </div>
      {asking && (
        <EntryBar
          key={`${asking.length}${asking.what}`}
          prompt={`${asking.length} mm: ${ASKS[asking.what].prompt}`}
          how={ASKS[asking.what].how}
          picture={<GaugePicture picture={asking.what === "count" ? "count" : "old-spoke"} />}
          kind="number"
          unit={asking.what === "count" ? undefined : unit}
          message={message}
          onTake={take}
          onLater={() => setAsking(after(asking))}
          onClose={() => setAsking(null)}
        />
      )}
    </div>
  );
};

interface GoodsInProps {
  readonly order: OrderShown;
  readonly onAsk: (length: number, what: Ask) => void;
}

/** What was ordered, what came of it, and what is doubtful of what came. */
const GoodsIn = ({ order, onAsk }: GoodsInProps) => (
  <table className="w-full text-left text-lg" aria-label="goods in">
    <thead>
      <tr className="text-base">
        <th className="font-normal">ordered</th>
        <th className="font-normal">came</th>
        <th className="font-normal">two measured</th>
        <th />
      </tr>
    </thead>
    <tbody>
      {order.lines.map((l) => {
        const g = order.goods.find((x) => x.length === l.length);
        const wanted = l.count + l.spares;
        const off = [g?.first, g?.second].filter(
          (x): x is number => typeof x === "number" && Math.abs(x - l.length) > ALLOWED,
        );
        const key = (what: Ask, shown: string) => (
          <button
            type="button"
            className="min-h-12 min-w-20 border border-rule px-2 font-mono text-xl"
            aria-label={`${l.length}: ${ASKS[what].prompt}`}
            onClick={() => onAsk(l.length, what)}
          >
            {shown}
          </button>
        );
        return (
          <tr key={l.length} className="border-b border-grid">
            <td className="py-1">
              <b className="font-mono text-3xl">{l.length}</b> × {wanted}
            </td>
            <td>{key("count", g?.count == null ? "–" : String(g.count))}</td>
            <td className="flex gap-2 py-1">
              {key("first", g?.first == null ? "–" : g.first.toFixed(1))}
              {key("second", g?.second == null ? "–" : g.second.toFixed(1))}
            </td>
            <td>
              {g?.count != null && g.count < wanted && <Doubt>{wanted - g.count} too few.</Doubt>}
              {off.map((x, i) => (
                <Doubt key={i}>
                  {x.toFixed(1)} is {Math.abs(x - l.length).toFixed(1)} {x > l.length ? "longer" : "shorter"} than
                  ordered; measure more of them before anything is laced.
                </Doubt>
              ))}
            </td>
          </tr>
        );
      })}
    </tbody>
  </table>
);

/** What each way on asks of the thread. */
const roomWords = (w: WayOn): string => {
  if (w.fits) return `${w.turnsUp.toFixed(1)} turns left to tighten, ${w.turnsDown.toFixed(1)} to slacken`;
  return w.turnsUp < 0
    ? `does not fit: ${(-w.turnsUp).toFixed(1)} turns too long`
    : `does not fit: ${(-w.turnsDown).toFixed(1)} turns too short`;
};

interface WaysOnProps {
  readonly ways: readonly WayOn[];
  readonly names: { readonly A: string; readonly B: string };
}

const WaysOn = ({ ways, names }: WaysOnProps) => (
  <ol aria-label="ways on">
    {ways.map((w, i) => (
      <li
        key={`${w.way}${w.text}`}
        data-way={w.way}
        className={`flex flex-wrap items-baseline gap-x-4 border-b border-grid py-2 text-lg ${w.fits ? "" : "opacity-70"}`}
      >
        <span className="w-6 font-mono">{i + 1}</span>
        <span className={`min-w-0 flex-1 ${i === 0 && w.fits ? "font-bold" : ""}`}>{withSideNames(w.text, names)}</span>
        <span className="text-base">{roomWords(w)}</span>
        <span className="w-28 text-right text-base">{w.days === 0 ? "now" : `${w.days} days`}</span>
      </li>
    ))}
  </ol>
);
