/** What one division of a dial is; asked once, kept on this tablet. mm. */
export const DIALS = {
  "1/100": { mm: 0.01, label: "1/100", words: "in hundredths of a mm" },
  "2/100": { mm: 0.02, label: "2/100", words: "in divisions of two hundredths" },
  thou: { mm: 0.0254, label: "thou", words: "in thousandths of an inch" },
  "1/2 thou": { mm: 0.0127, label: "½ thou", words: "in half thousandths of an inch" },
  mm: { mm: 1, label: "mm", words: "in millimetres, as a pointer with feelers or shims" },
} as const;
export type Dial = keyof typeof DIALS;
