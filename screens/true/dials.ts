/**
 * What the rim is read with, and what one of its divisions is; asked once, kept on this tablet. mm; `sure` is 1 σ of a
 * reading (common practice: a leaf of feeler or a sheet of paper slips under or does not), null for a careful dial.
 */
export const DIALS = {
  "1/100": { name: "dial, 1/100 mm", mm: 0.01, label: "1/100", words: "in hundredths of a mm", sure: null },
  "2/100": { name: "dial, 2/100 mm", mm: 0.02, label: "2/100", words: "in divisions of two hundredths", sure: null },
  thou: { name: "dial, thou", mm: 0.0254, label: "thou", words: "in thousandths of an inch", sure: null },
  "1/2 thou": {
    name: "dial, ½ thou",
    mm: 0.0127,
    label: "½ thou",
    words: "in half thousandths of an inch",
    sure: null,
  },
  mm: {
    name: "feelers, mm",
    mm: 1,
    label: "mm",
    words: "in millimetres, as a pointer with feelers or shims",
    sure: 0.05,
  },
  sheets: {
    name: "paper sheets",
    mm: 0.1,
    label: "sheets",
    words: "in sheets of office paper that just slip under the straight edge, a tenth each",
    sure: 0.06,
  },
} as const;
export type Dial = keyof typeof DIALS;
