"use client";
import { useQuery } from "@tanstack/react-query";
import type { KnownCustomer } from "@/core/shop/known";
import { getJson } from "../kept/get-json";

interface Known {
  readonly customers: readonly KnownCustomer[];
  readonly machines: readonly string[];
}

const KEY =
  "flex min-h-18 min-w-40 flex-1 flex-col items-center justify-center border-r border-rule px-2 text-xl leading-tight outline-offset-[-6px]";

/** Who and what was here before, offered while it is typed. */
export const KnownKeys = ({
  what,
  typed,
  onChoose,
}: {
  what: "customer" | "machine";
  typed: string;
  /** A customer by who they are, a machine by its name. */
  onChoose: (chosen: { readonly customerId: string } | { readonly machine: string }) => void;
}) => {
  const { data } = useQuery({
    queryKey: ["known", what, typed],
    queryFn: () => getJson<Known>(`/api/known?what=${what}&typed=${encodeURIComponent(typed)}`),
    placeholderData: (before) => before,
    staleTime: 10_000,
    retry: false,
  });
  const { customers = [], machines = [] } = data ?? {};
  if (customers.length + machines.length === 0) return null;
  return (
    <div role="group" aria-label="known here" className="flex min-h-18 flex-wrap items-stretch border-t border-rule">
      {customers.map((c) => (
        <button key={c.id} type="button" className={KEY} onClick={() => onChoose({ customerId: c.id })}>
          {c.name}
          <span className="text-base">
            {[c.telephone, `${c.wheels} ${c.wheels === 1 ? "wheel" : "wheels"}`].filter(Boolean).join(", ")}
          </span>
        </button>
      ))}
      {machines.map((m) => (
        <button key={m} type="button" className={KEY} onClick={() => onChoose({ machine: m })}>
          {m}
        </button>
      ))}
    </div>
  );
};
