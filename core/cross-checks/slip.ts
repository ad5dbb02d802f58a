import { FIGURES } from "../figures/all-figures";
import type { Ledger, Term } from "../ledger/ledger";
import { readLength } from "../units/read-number";

/** One quantity worked out one way. */
export interface Estimate {
  readonly ledger: Ledger;
  /** mm, one standard deviation of the total from careful measuring alone. */
  readonly sd: number;
  /** Somebody's own total: its sum is not known, and may itself hold a slip of one of the others' terms. */
  readonly given?: boolean;
  /** Too rough to raise a doubt; it only helps to tell which of two others is the odd one. */
  readonly rough?: boolean;
}

export type SlipKind = "sign" | "doubling" | "inch" | "hundredths" | "digits";
/** Which way round it was made; `own-…`: inside somebody's own total. */
export type SlipHow =
  | "sign"
  | "taken-off"
  | "half"
  | "both-ends"
  | "inches-as-mm"
  | "mm-as-inches"
  | "thou-as-hundredths"
  | "hundredths-as-thou"
  | "swapped"
  | "own-taken-off"
  | "own-put-on"
  | "own-once";

/** One mistake that would explain why two ways disagree. `slipWords` says it. */
export interface Slip {
  readonly kind: SlipKind;
  readonly how: SlipHow;
  /** The figure to take again. */
  readonly figure: string;
  /** mm of the disagreement that it explains. */
  readonly explains: number;
  /** What the line is called in its sum; mm, what it says and what it would have been. */
  readonly label: string;
  readonly value: number;
  readonly meant: number;
  /** Two figures changed places: as typed, and as it was meant. */
  readonly typed?: string;
  readonly swapped?: string;
}

export interface Disagreement {
  /** mm between the two that differ most, and who they are. */
  readonly by: number;
  readonly between: readonly [Ledger, Ledger];
  /** Single slips that explain it, the likeliest first; empty when no one slip does. */
  readonly slips: readonly Slip[];
}

/** mm two ways may differ before anybody is told (the trade takes 1 mm of ERD for granted). */
const TELL = 1;
/** A slip that explains nearly all of a large gap is named although what is left is more than careful: part, mm. */
const NEARLY = { part: 0.1, mm: 3 };
/** Differences of careful measuring stay within this many standard deviations. */
const SURE = 3;
/** −2 ln of how often each kind of slip is made beside the others: a guess, the same order for all. */
const RARITY: Readonly<Record<SlipKind, number>> = { sign: 2, doubling: 3, inch: 3, hundredths: 4, digits: 4 };
/** A second explanation is named beside the first when it is less than this much less likely (−2 ln). */
const ALSO = 3;

interface Guess {
  readonly kind: SlipKind;
  readonly how: SlipHow;
  readonly term: Term;
  readonly meant: number;
  /** As the figure was meant, where two of its digits changed places. */
  readonly swapped?: string;
  /** A slip in somebody's own total moves only that. */
  readonly onlyGiven?: { readonly by: number };
}

/** Two neighbouring figures changed places: each way to change them back. */
const swaps = (typed: string): string[] => {
  const out: string[] = [];
  for (let i = 0; i + 1 < typed.length; i++) {
    // 0.5 for .05 is a point out of place, not a swap; but 2.5 for 5.2 is one, across the point.
    const j = /[.,]/.test(typed[i + 1]) ? i + 2 : i + 1;
    if (!/\d/.test(typed[i]) || !/\d/.test(typed[j] ?? "") || typed[i] === typed[j]) continue;
    const letters = [...typed];
    [letters[i], letters[j]] = [letters[j], letters[i]];
    out.push(letters.join(""));
  }
  return out;
};

const guessesFor = (term: Term, terms: readonly Term[]): Guess[] => {
  const figure = term.figure ? FIGURES[term.figure] : undefined;
  if (!figure || term.assumed || term.value === 0) return [];
  const { value } = term;
  const once = terms.every((t) => t.figure !== term.figure || Math.abs(t.times) <= 1);
  const neverBelow = value < 0 && (figure.likely?.[0] ?? -1) >= 0;
  const guesses: Guess[] = [
    { kind: "sign", how: neverBelow ? "taken-off" : "sign", term, meant: -value },
    once
      ? { kind: "doubling", how: "half", term, meant: 2 * value }
      : { kind: "doubling", how: "both-ends", term, meant: value / 2 },
  ];
  if (term.unit === "mm" || term.unit === undefined) {
    guesses.push({ kind: "inch", how: "inches-as-mm", term, meant: value * 25.4 });
    guesses.push({ kind: "hundredths", how: "thou-as-hundredths", term, meant: value * 2.54 });
  }
  if (term.unit === "inch") guesses.push({ kind: "inch", how: "mm-as-inches", term, meant: value / 25.4 });
  if (term.unit === "thou") guesses.push({ kind: "hundredths", how: "hundredths-as-thou", term, meant: value / 2.54 });
  for (const swapped of term.typed && !term.typed.includes("/") ? swaps(term.typed) : []) {
    const read = readLength(swapped, term.unit);
    if (read.ok) guesses.push({ kind: "digits", how: "swapped", term, meant: read.mm, swapped });
  }
  return guesses;
};

/** Slips inside somebody's own total: a term of another way taken with the wrong sign, or once instead of twice. */
const guessesInside = (estimates: readonly Estimate[]): Guess[] =>
  estimates
    .filter((e) => !e.given && !e.rough)
    .flatMap((e) => e.ledger.terms)
    .filter((t) => Math.abs(t.times * t.value) < 120 && t.value !== 0)
    .flatMap((term): Guess[] => {
      const signed: Guess = {
        kind: "sign",
        how: term.times > 0 ? "own-taken-off" : "own-put-on",
        term,
        meant: term.value,
        onlyGiven: { by: 2 * term.times * term.value },
      };
      return Math.abs(term.times) === 2
        ? [
            signed,
            {
              kind: "doubling",
              how: "own-once",
              term,
              meant: term.value,
              onlyGiven: { by: (term.times / 2) * term.value },
            },
          ]
        : [signed];
    });

const corrected = (e: Estimate, guess: Guess | null): number => {
  if (!guess) return e.ledger.total;
  if (guess.onlyGiven) return e.given ? e.ledger.total + guess.onlyGiven.by : e.ledger.total;
  return e.ledger.terms.reduce((sum, t) => sum + t.times * (t.figure === guess.term.figure ? guess.meant : t.value), 0);
};

/** How far a figure lies from what it usually is, squared, in standard deviations. */
const unusual = (name: string | undefined, mm: number): number => {
  const figure = name ? FIGURES[name] : undefined;
  if (!figure) return 0;
  const usual = figure.usual ? ((mm - figure.usual[0]) / figure.usual[1]) ** 2 : 0;
  const outside = figure.likely && (mm < figure.likely[0] || mm > figure.likely[1]);
  return Math.min(usual, 40) + (outside ? 15 : 0);
};

/** A figure that can hardly be, such as a washer below 0, needs no three standard deviations to be asked about. */
const strange = (e: Estimate): boolean =>
  e.ledger.terms.some((t) => {
    const likely = t.figure && !t.assumed ? FIGURES[t.figure]?.likely : undefined;
    return likely !== undefined && (t.value < likely[0] || t.value > likely[1]);
  });

const farthest = (estimates: readonly Estimate[], totals: readonly number[], ask = false) => {
  let worst = { by: 0, over: 0, pair: [0, 0] as [number, number] };
  const suspected = ask ? estimates.map(strange) : [];
  for (let i = 0; i < estimates.length; i++)
    for (let j = i + 1; j < estimates.length; j++) {
      if (estimates[i].rough || estimates[j].rough) continue;
      const by = Math.abs(totals[i] - totals[j]);
      const careful = SURE * Math.hypot(estimates[i].sd, estimates[j].sd);
      const allowed = suspected[i] || suspected[j] ? TELL : Math.max(TELL, careful);
      if (by / allowed > worst.over) worst = { by, over: by / allowed, pair: [i, j] };
    }
  return worst;
};

/** How badly the ways disagree, as a sum of squares about their weighted mean. */
const scatter = (estimates: readonly Estimate[], totals: readonly number[]): number => {
  const weights = estimates.map((e) => 1 / e.sd ** 2);
  const mean = totals.reduce((s, t, i) => s + t * weights[i], 0) / weights.reduce((a, b) => a + b, 0);
  return totals.reduce((s, t, i) => s + weights[i] * (t - mean) ** 2, 0);
};

/**
 * Where ways to measure one quantity disagree by more than careful measuring explains, and which single slip would
 * explain it: one sign, one doubling, mm for inch, thou for hundredths, two figures swapped. Each guess is weighed by how
 * well all ways then agree and by how usual the figure then is, against leaving it alone.
 *
 * @returns null when the ways agree
 */
export const findSlip = (estimates: readonly Estimate[]): Disagreement | null => {
  const totals = estimates.map((e) => e.ledger.total);
  const worst = farthest(estimates, totals, true);
  if (worst.over <= 1) return null;
  const allTerms = estimates.flatMap((e) => e.ledger.terms);
  const seen = new Set<string>();
  const ownTerms = allTerms.filter((t) => t.figure && !seen.has(t.figure) && seen.add(t.figure));
  const guesses = [
    ...ownTerms.flatMap((t) => guessesFor(t, allTerms)),
    ...(estimates.some((e) => e.given) ? guessesInside(estimates) : []),
  ];
  const weighed = guesses
    .map((guess) => {
      const after = estimates.map((e) => corrected(e, guess));
      const left = farthest(estimates, after);
      const nearly = left.by <= Math.min(NEARLY.part * worst.by, NEARLY.mm);
      const over = nearly ? Math.min(left.over, 1) : left.over;
      const usual = guess.onlyGiven
        ? 0
        : unusual(guess.term.figure, guess.meant) - unusual(guess.term.figure, guess.term.value);
      const badness = scatter(estimates, after) + usual + RARITY[guess.kind];
      return { guess, after, over, badness };
    })
    .filter((w) => w.over <= 1)
    .sort((a, b) => a.badness - b.badness);
  const slips = weighed
    .filter((w) => w.badness - weighed[0].badness < ALSO)
    .slice(0, 3)
    .map(({ guess, after }): Slip => {
      const explains = Math.max(...after.map((t, i) => Math.abs(t - totals[i])));
      return {
        kind: guess.kind,
        how: guess.how,
        figure: guess.term.figure ?? "",
        explains,
        label: guess.term.label,
        value: guess.term.value,
        meant: guess.meant,
        ...(guess.swapped === undefined ? {} : { typed: guess.term.typed, swapped: guess.swapped }),
      };
    });
  return { by: worst.by, between: [estimates[worst.pair[0]].ledger, estimates[worst.pair[1]].ledger], slips };
};
