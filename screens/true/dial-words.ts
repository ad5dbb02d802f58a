import type { Dial } from "@/core/runout/dials";

/** What a dial is called where it is chosen, on the entry bar, and in a sentence. */
export const DIAL_WORDS: Readonly<
  Record<Dial, { readonly name: string; readonly label: string; readonly words: string }>
> = {
  "1/100": { name: "dial, 1/100 mm", label: "1/100", words: "in hundredths of a mm" },
  "2/100": { name: "dial, 2/100 mm", label: "2/100", words: "in divisions of two hundredths" },
  thou: { name: "dial, thou", label: "thou", words: "in thousandths of an inch" },
  "1/2 thou": { name: "dial, ½ thou", label: "½ thou", words: "in half thousandths of an inch" },
  "shown mm": {
    name: "gauge with figures, mm",
    label: "± mm",
    words: "in mm with its sign, as a gauge shows or types it",
  },
  "shown inch": {
    name: "gauge with figures, inch",
    label: "± inch",
    words: "in inches with their sign, as a gauge shows or types them",
  },
  mm: { name: "feelers, mm", label: "mm", words: "in millimetres, as a pointer with feelers or shims" },
  sheets: {
    name: "paper sheets",
    label: "sheets",
    words: "in sheets of office paper that just slip under the straight edge, a tenth each",
  },
};
