"use client";
import { useEffect, useState } from "react";

/** ms the record has to say that it is there. */
const PATIENCE = 8000;

/** A page could not be drawn: whether the record is away or the fault is the page's own, in words, with the way on. */
const Failed = ({ reset }: { error: Error; reset: () => void }) => {
  const [answered, setAnswered] = useState(false);
  useEffect(() => {
    fetch("/api/settings", { signal: AbortSignal.timeout(PATIENCE) }).then(
      (answer) => setAnswered(answer.ok),
      () => undefined,
    );
  }, []);
  return (
    <main className="p-8 text-2xl">
      <title>
        {answered ? "This page cannot be shown – Tall Compass" : "The record cannot be reached – Tall Compass"}
      </title>
      <p className="mb-4">
        {answered
          ? "This page cannot be shown, though the record answers. Nothing stored is lost; what went wrong stands in the log."
          : "The record cannot be reached. Nothing stored is lost. If this stays, stop Tall Compass and start it again."}
      </p>
      <div className="flex gap-4">
        <button type="button" onClick={reset} className="min-h-18 border border-ink px-8">
          Try again
        </button>
        <a href="/" className="flex min-h-18 items-center px-4 underline">
          to the jobs
        </a>
      </div>
    </main>
  );
};
export default Failed;
