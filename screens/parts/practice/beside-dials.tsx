"use client";
import type { ReactNode } from "react";
import { PracticeDial } from "./practice-dial";

interface BesideDialsProps {
  /** Null beside a real wheel: its own dial is on the stand. */
  readonly jobId: string | null;
  readonly spoke: number;
  /** Nipples turned so far. */
  readonly since: number;
  readonly children: ReactNode;
}

/** The practice wheel's dials left on while it is turned: what each turn does shows at the next spoke. */
export const BesideDials = ({ jobId, spoke, since, children }: BesideDialsProps) =>
  jobId === null ? (
    children
  ) : (
    <div className="flex min-h-full flex-col gap-2">
      <div className="grid h-36 shrink-0 grid-cols-2 text-center text-lg max-sm:portrait:order-last">
        {(["lateral", "radial"] as const).map((what) => (
          <div key={what} className="flex min-h-0 flex-col">
            <div className="min-h-0 flex-1">
              <PracticeDial jobId={jobId} spoke={spoke} what={what} since={since} />
            </div>
            {what === "lateral" ? "side to side" : "hop"}
          </div>
        ))}
      </div>
      <div className="min-h-0 flex-1">{children}</div>
    </div>
  );
