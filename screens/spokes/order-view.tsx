"use client";
import { useState } from "react";
import type { SpokePlan } from "@/core/spoke/spoke-plan";
import type { StaleOrder } from "@/core/spoke/stale-order";
import { withSideNames } from "@/core/wheel/side-names";
import type { Tap } from "../parts/bench/bench-record";
import { FigureList } from "../parts/bench/figure-list";
import { Doubt } from "../parts/bench/ledger-panel";
import { saidOf } from "../parts/kept/sent";
import { useEnter } from "../parts/kept/use-enter";

/** An order as the screen shows it. */
export interface OrderShown {
  readonly id: string;
  readonly orderedAt: string;
  readonly lines: readonly {
    readonly length: number;
    readonly count: number;
    readonly spares: number;
    readonly serves: readonly { readonly flange: "A" | "B"; readonly head: "out" | "in"; readonly wanted: number }[];
  }[];
  readonly goods: readonly {
    readonly length: number;
    readonly count: number | null;
    readonly first: number | null;
    readonly second: number | null;
  }[];
}

/** The fewest lengths, what they are made of, and the order put down. */
export const OrderView = ({
  jobId,
  plan,
  order,
  stale,
  asked,
  names,
  tap,
}: {
  jobId: string;
  plan: SpokePlan;
  order: OrderShown | null;
  stale: StaleOrder | null;
  asked: readonly string[];
  names: { readonly A: string; readonly B: string };
  tap: Tap;
}) => {
  const enter = useEnter(jobId);
  const [message, setMessage] = useState<string | null>(null);
  const place = async () => {
    const url = `/api/jobs/${jobId}/orders`;
    const sent = await enter({ what: "other", jobId, url, body: { id: crypto.randomUUID() }, words: "the order" });
    setMessage(saidOf(sent, "Put down, with the sum it rests on."));
  };
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="min-h-0 overflow-y-auto p-4">
        {plan.stuck ? (
          <Doubt>{withSideNames(plan.stuck, names)}</Doubt>
        ) : (
          <ul aria-label="lengths to order">
            {plan.lengths.map((l) => (
              <li key={l.length} className="border-b border-grid py-2">
                <p className="text-2xl">
                  <b className="font-mono text-5xl">{l.length}</b> mm × {l.count}
                  <span className="text-lg"> + {plan.spares} spare</span>
                </p>
                <p className="text-base">
                  {[
                    ...new Set(
                      l.serves.map(
                        (i) =>
                          `${names[plan.kinds[i].flange]}, head ${plan.kinds[i].head === "out" ? "outside" : "inside"} (${plan.kinds[i].lengthAtTension.toFixed(1)})`,
                      ),
                    ),
                  ].join("; ")}
                </p>
              </li>
            ))}
          </ul>
        )}
        <p className="pt-3 text-lg">
          {plan.kinds.reduce((s, k) => s + k.count, 0)} spokes of {Math.round(plan.grams)} g in all;{" "}
          {Math.round(plan.stiffness / 10)} N stretch one by a tenth of a millimetre.
        </p>
        {plan.advice.map((a) => (
          <p key={a} className="pt-2 text-base">
            {a}
          </p>
        ))}
        <div className="flex flex-wrap gap-2 pt-4">
          <button
            type="button"
            disabled={plan.stuck !== null}
            onClick={place}
            className="min-h-14 bg-ink px-5 text-xl text-paper disabled:opacity-40"
          >
            {order ? "order anew" : "order these"}
          </button>
          {order && (
            <>
              <a
                href={`/api/jobs/${jobId}/order-sheet`}
                target="_blank"
                rel="noreferrer"
                className="inline-flex min-h-14 items-center border border-ink px-4 text-lg"
              >
                order sheet
              </a>
              <a
                href={`/api/jobs/${jobId}/order-sheet?as=csv`}
                className="inline-flex min-h-14 items-center border border-ink px-4 text-lg"
              >
                as a list
              </a>
            </>
          )}
        </div>
        {message && (
          <p role="status" className="pt-2 text-lg font-bold">
            {message}
          </p>
        )}
        {order && (
          <p className="pt-3 text-base">
            Ordered {new Date(order.orderedAt).toLocaleDateString("en-GB", { day: "numeric", month: "short" })}:{" "}
            {order.lines.map((l) => `${l.length} × ${l.count} + ${l.spares}`).join(", ")}.
          </p>
        )}
        {stale?.texts.map((t) => (
          <Doubt key={t}>{withSideNames(t, names)}.</Doubt>
        ))}
      </div>
      <div className="min-h-0 overflow-y-auto border-l border-grid portrait:border-t portrait:border-l-0">
        <FigureList figures={asked} names={names} tap={tap} />
      </div>
    </div>
  );
};
