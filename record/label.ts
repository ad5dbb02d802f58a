import { FIGURES } from "@/core/figures/all-figures";
import { LOST_FIGURES } from "@/core/figures/book-in";
import { placeWords } from "@/core/shop/machine-words";
import { showLength } from "@/core/units/show-length";
import { withSideNames } from "@/core/wheel/side-names";
import type { BenchRecord } from "./bench-record";

/** What the label to tie on says: whose wheel, by when, and what was found before the key went on. */
export const jobLabel = ({ job, taken }: BenchRecord) => {
  const names = { A: job.sideA, B: job.sideB };
  const words = (name: string): string | null => {
    const t = taken[name];
    if (!t) return null;
    if (t.value === null)
      return withSideNames(FIGURES[name].choices?.find((c) => c.value === t.typed)?.label ?? t.typed, names);
    const side = name === "offset.found" && t.value !== 0 ? ` to ${t.value > 0 ? names.A : names.B}` : "";
    return `${showLength(side ? Math.abs(t.value) : t.value, "mm")} mm${side}`;
  };
  return {
    mark: job.mark,
    customer: job.customer,
    telephone: job.telephone,
    machine: job.machine,
    wheel: placeWords(job.place),
    wanted: job.wanted,
    promised: job.promised ?? "",
    sides: [names.A, names.B] as const,
    found: LOST_FIGURES.slice(0, 7).map((f) => ({ label: withSideNames(f.label, names), value: words(f.name) })),
  };
};
