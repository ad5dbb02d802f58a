"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { send } from "../parts/outbox";

const KINDS = [
  { kind: "rebuild", label: "Rebuild", first: "book-in" },
  { kind: "broken-spoke", label: "Broken spoke", first: "book-in" },
  { kind: "true-only", label: "True only", first: "true" },
  { kind: "check-only", label: "Check only", first: "true" },
] as const;

/** A new wheel: its kind is chosen first, the rest where it belongs. */
export const NewJob = () => {
  const router = useRouter();
  const [message, setMessage] = useState<string | null>(null);
  const start = async (kind: string, first: string) => {
    const id = crypto.randomUUID();
    const sent = await send("/api/jobs", { id, kind });
    if (sent.ok) router.push(`/jobs/${id}/${first}`);
    else setMessage(sent.message);
  };
  return (
    <section aria-label="a new wheel" className="shrink-0 border-t-2 border-ink">
      {message && (
        <p role="alert" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      <div className="flex h-18 items-stretch portrait:h-36 portrait:flex-wrap">
        <span className="flex items-center px-4 text-xl font-bold portrait:w-full">A new wheel:</span>
        {KINDS.map((k) => (
          <button
            key={k.kind}
            type="button"
            onClick={() => start(k.kind, k.first)}
            className="flex-1 border-l border-rule text-2xl outline-offset-[-6px]"
          >
            {k.label}
          </button>
        ))}
      </div>
    </section>
  );
};
