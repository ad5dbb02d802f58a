"use client";
import { useState } from "react";
import type { SpokePlan } from "@/core/spoke/spoke-plan";
import { threadRoom, washerFor } from "@/core/spoke/thread-room";
import { PageLink } from "@/screens/parts/frame/page-link";
import { saidOf } from "../parts/kept/sent";
import { useEnter } from "../parts/kept/use-enter";

/** A drawer of the stock. */
export interface StockShown {
  readonly id: string;
  readonly kind: "spoke" | "nipple" | "washer";
  readonly name: string;
  readonly size: number | null;
  readonly diameter: number | null;
  readonly place: string;
  readonly held: number;
}

/** What lies in the drawers for this wheel: what would happen with each length held, and whether a washer rescues it. */
export const FromStock = ({ jobId, plan, stock }: { jobId: string; plan: SpokePlan; stock: readonly StockShown[] }) => {
  const enter = useEnter(jobId);
  const [message, setMessage] = useState<string | null>(null);
  const washers = stock.flatMap((s) => (s.kind === "washer" && s.held > 0 && s.size !== null ? [s.size] : []));
  const fitting = stock.filter(
    (s) =>
      s.kind === "spoke" &&
      s.held > 0 &&
      s.size !== null &&
      (s.diameter === null || Math.abs(s.diameter - plan.parts.diameter) < 0.15) &&
      plan.kinds.some((k) => Math.abs((s.size ?? 0) - k.lengthAtTension) < 4),
  );
  const take = async (item: StockShown, pieces: number) => {
    const sent = await enter({
      what: "other",
      jobId,
      url: `/api/stock/${item.id}/moves`,
      body: { id: crypto.randomUUID(), change: -pieces, jobId, note: "taken for a wheel" },
      words: `${pieces} taken from a drawer`,
    });
    setMessage(saidOf(sent, `${pieces} taken from ${item.place || "the drawer"}.`));
  };
  return (
    <section aria-label="from stock" className="mb-4">
      <h3 className="font-bold">In the drawers</h3>
      {fitting.length === 0 && <p>Nothing near these lengths.</p>}
      {fitting.map((s) => {
        const size = s.size ?? 0;
        const near = plan.kinds.filter((k) => Math.abs(size - k.lengthAtTension) < 4);
        const closest = near.reduce((a, b) =>
          Math.abs(b.lengthAtTension - size) < Math.abs(a.lengthAtTension - size) ? b : a,
        );
        const room = threadRoom(plan.parts, size, closest.lengthAtTension);
        const washer = washerFor(
          plan.parts,
          size,
          closest.lengthAtTension,
          washers.length > 0 ? washers : [0.3, 0.5, 1, 2],
        );
        const served = near.filter((k) => {
          const r = threadRoom(plan.parts, size, k.lengthAtTension);
          return r.turnsUp >= 0 && r.turnsDown >= 0;
        });
        const pieces = Math.min(
          s.held,
          served.reduce((sum, k) => sum + k.count, 0),
        );
        return (
          <div key={s.id} className="border-b border-grid py-2">
            <p>
              <b className="font-mono text-lg">{size}</b> {s.name}, {s.held} held{s.place ? `, ${s.place}` : ""}
            </p>
            <p>
              {room.text}
              {washer !== null && `; a ${washer} mm washer brings it in`}
            </p>
            {pieces > 0 && (
              <button type="button" className="min-h-12 border border-ink px-3" onClick={() => void take(s, pieces)}>
                take {pieces}
              </button>
            )}
          </div>
        );
      })}
      {message && <p role="status">{message}</p>}
      <PageLink href="/stock" className="inline-flex min-h-12 items-center underline">
        all of the stock
      </PageLink>
    </section>
  );
};
