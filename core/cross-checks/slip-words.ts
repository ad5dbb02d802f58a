import type { Slip, SlipHow } from "./slip";

const plain = (x: number): string => String(Number(x.toFixed(2)));

const WORDS: Readonly<Record<SlipHow, (slip: Slip) => string>> = {
  sign: ({ label }) => `${label}: wrong sign`,
  "taken-off": ({ label }) => `${label} taken off instead of on`,
  half: ({ label, value, meant }) => `${label}: half of it put down (${plain(value)} for ${plain(meant)})`,
  "both-ends": ({ label, value, meant }) =>
    `${label}: both ends put down (${plain(value)} for ${plain(meant)}); it is doubled here`,
  "inches-as-mm": ({ label }) => `${label}: inches put down as mm`,
  "mm-as-inches": ({ label }) => `${label}: mm put down as inches`,
  "thou-as-hundredths": ({ label }) => `${label}: thou put down as hundredths of a mm`,
  "hundredths-as-thou": ({ label }) => `${label}: hundredths of a mm put down as thou`,
  swapped: ({ label, typed, swapped }) => `${label}: “${typed}” put down for ${swapped}`,
  "own-taken-off": ({ label }) => `own sum: ${label} taken off instead of on`,
  "own-put-on": ({ label }) => `own sum: ${label} put on instead of taken off`,
  "own-once": ({ label }) => `own sum: ${label} counted once instead of twice`,
};

/** One slip, and what it would explain of the disagreement. */
export const slipWords = (slip: Slip): string =>
  `${WORDS[slip.how](slip)} would explain ${slip.explains.toFixed(1)} of it`;
