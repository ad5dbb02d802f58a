"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { PageLink } from "@/screens/parts/frame/page-link";
import { saidOf } from "../parts/kept/sent";
import { useOpenJob } from "../parts/kept/use-open-job";

/** How a wheel left when it was last here. */
export interface VisitBefore {
  readonly kind: string;
  readonly opened: string;
  readonly finished: string | null;
  readonly signedBy: string | null;
  readonly found: string;
  readonly left: string;
}

/** The last visit beside this one: when, what for, how it came and how it left. */
export const LastVisit = ({ wheelId, before }: { wheelId: string; before: VisitBefore }) => (
  <section aria-label="last visit" className="border-b border-grid p-3 text-lg">
    <p>
      <b>Last here {before.opened}</b>, {before.kind.replace("-", " ")}:{" "}
      {before.found ? `came at ${before.found}` : "not read as it came"},{" "}
      {before.left ? `left at ${before.left} mm side to side and hop` : "not read as it left"}
      {before.signedBy ? `, signed by ${before.signedBy}` : before.finished ? "" : ", never handed back"}.
    </p>
    <PageLink href={`/wheels/${wheelId}`} className="inline-flex min-h-12 items-center underline">
      every visit of this wheel
    </PageLink>
  </section>
);

/** The machine's other wheel: here as well, or booked in beside this one with one key. */
export const OtherWheel = ({
  jobId,
  kind,
  together,
}: {
  jobId: string;
  kind: string;
  together: readonly { readonly jobId: string; readonly mark: string; readonly place: string }[];
}) => {
  const router = useRouter();
  const openJob = useOpenJob();
  const [message, setMessage] = useState<string | null>(null);
  const bookIn = async () => {
    const { id, sent } = await openJob({ kind, beside: jobId });
    setMessage(saidOf(sent));
    if (sent.state === "taken") router.push(`/jobs/${id}/book-in?tab=counter`);
  };
  return (
    <section aria-label="the other wheel" className="border-b border-grid p-3 text-lg">
      {together.map((t) => (
        <PageLink key={t.jobId} href={`/jobs/${t.jobId}/book-in`} className="flex min-h-12 items-center underline">
          came with {t.mark}
          {t.place && `, ${t.place}`}
        </PageLink>
      ))}
      {together.length === 0 && (
        <button type="button" className="min-h-14 w-full border border-ink px-3" onClick={() => void bookIn()}>
          the machine’s other wheel came too: book it in
        </button>
      )}
      {message && (
        <p role="alert" className="pt-2 font-bold">
          {message}
        </p>
      )}
    </section>
  );
};
