import type { FirstSignature } from "@/core/finish/first-signature";

interface FirstSignedProps {
  readonly first: FirstSignature & { readonly current: boolean };
  /** Whoever is at the device signed it. */
  readonly mine: boolean;
}

/** Signed by who is learning: a builder looks at it and signs too, or it has to be looked at again. */
export const FirstSigned = ({ first: { by, at, current }, mine }: FirstSignedProps) => (
  <p className="shrink-0 border-t border-grid px-4 py-2 text-lg" data-testid="signed-first">
    {mine ? "You" : by} signed this sheet,{" "}
    {new Date(at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}.{" "}
    {current
      ? "It waits for a builder to look at it and sign."
      : "The record went on since then: it has to be looked at and signed once more."}
  </p>
);
