"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { KnownCustomer } from "@/core/shop/known";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";

/** Two entries of one person, put together after a plain question. */
export const SamePerson = ({ id, name, alike }: { id: string; name: string; alike: readonly KnownCustomer[] }) => {
  const router = useRouter();
  const [asked, setAsked] = useState<KnownCustomer | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const together = async (other: KnownCustomer) => {
    const sent = await changeRecord(`/api/customers/${id}/same-as`, { into: other.id });
    setMessage(saidOf(sent));
    if (sent.state === "taken") router.replace(`/customers/${other.id}`);
  };
  return (
    <section aria-label="the same person" className="px-4 py-4 text-lg">
      <h2 className="pb-2 text-xl font-bold">The same person?</h2>
      {alike.map((c) => (
        <p key={c.id} className="flex flex-wrap items-center gap-3 border-b border-grid py-2">
          <span className="min-w-0 flex-1">
            {c.name}, {c.telephone || "no telephone"}, {c.wheels} {c.wheels === 1 ? "wheel" : "wheels"}
          </span>
          {asked?.id === c.id ? (
            <span role="alert" className="flex flex-wrap items-center gap-2">
              <b>
                All wheels of {name} become {c.name}’s, and {name} goes.
              </b>
              <button type="button" className="min-h-12 bg-ink px-3 text-paper" onClick={() => void together(c)}>
                put together
              </button>
              <button type="button" className="min-h-12 border border-ink px-3" onClick={() => setAsked(null)}>
                they are two
              </button>
            </span>
          ) : (
            <button type="button" className="min-h-12 border border-ink px-3" onClick={() => setAsked(c)}>
              the same as {c.name} …
            </button>
          )}
        </p>
      ))}
      {message && <p className="font-bold">{message}</p>}
    </section>
  );
};
