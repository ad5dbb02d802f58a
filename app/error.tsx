"use client";

/** The record could not be reached: in words, with the way on. */
const Failed = ({ reset }: { error: Error; reset: () => void }) => (
  <main className="p-8 text-2xl">
    <title>The record cannot be reached – Tall Compass</title>
    <p className="mb-4">
      The record cannot be reached. Nothing stored is lost. If this stays, stop Tall Compass and start it again.
    </p>
    <button type="button" onClick={reset} className="min-h-18 border border-ink px-8">
      Try again
    </button>
  </main>
);
export default Failed;
