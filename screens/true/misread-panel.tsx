"use client";
import type { Misread } from "@/core/truing/knowing/misread";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import { InHandbook } from "../parts/frame/in-handbook";

/** A slip at the dial, named, with the way to mend it without reading all again. */
export const MisreadPanel = ({
  misread,
  onMend,
  onKeep,
}: {
  misread: readonly Misread[];
  onMend: (m: Misread) => void;
  onKeep: () => void;
}) => (
  <section aria-label="looks wrong" className="shrink-0 border-t-2 border-ink">
    {misread.map((m) => (
      <div key={`${m.what}${m.code}`} className="flex items-stretch border-b border-grid">
        <p className="flex flex-1 items-center gap-3 px-4 py-1 text-lg leading-snug">
          <DoubtFlag />
          <span>
            Looks wrong? {m.text}. <InHandbook at="true#when-readings-slip" />
          </span>
        </p>
        <button type="button" onClick={() => onMend(m)} className="min-h-14 w-40 bg-ink text-lg text-paper">
          {m.code === "wild" ? "leave it out" : "take it so"}
        </button>
        <button type="button" onClick={onKeep} className="min-h-14 w-32 border-l border-rule text-lg">
          as read
        </button>
      </div>
    ))}
  </section>
);
