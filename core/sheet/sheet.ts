import type { Tolerance } from "../runout/tolerance";

/** Counted up when the same record is said in other words: a sheet signed in the words of before is compared by what it says. */
export const SHEET_WORDS = 2;

/** What the customer gets, as figures and words; the screen and the PDF are made from this and nothing else. */
export interface Sheet {
  /** Which words it is in; not on sheets signed before they were counted. */
  readonly words?: number;
  readonly wheel: {
    readonly mark: string;
    readonly machine: string;
    readonly place: string;
    readonly holes: number;
    readonly work: string;
  };
  readonly customer: string;
  readonly shop: string;
  readonly date: string;
  readonly lines: readonly SheetLine[];
  readonly tolerance: Tolerance & { readonly name: string };
  /** Over the holes, mm, as returned; null unread. */
  readonly trace: { readonly lateral: readonly (number | null)[]; readonly radial: readonly (number | null)[] } | null;
  /** Every figure nobody took, for the page of all figures. */
  readonly assumed: readonly string[];
  /** The same by what they are of: the rim 6, the hub 8. Not on sheets signed before this was kept. */
  readonly assumedOf?: readonly { readonly of: string; readonly count: number }[];
  /** Parts that are new: `bearings`, `40 spokes (20 of 168.5 mm, 20 of 170.0 mm)`. */
  readonly replaced: readonly string[];
  /** What was not done or not part of the job, what to watch. */
  readonly notes: readonly string[];
  /** N per spoke as last read, with the wanted means; null where tension was not read. */
  readonly tension: {
    readonly at: readonly (number | null)[];
    readonly A: number;
    readonly B: number;
    readonly evenness: string;
  } | null;
  /** Every figure of the record, for those who ask: the second page. */
  readonly figures: readonly { readonly label: string; readonly value: string }[];
  readonly rounds: readonly {
    readonly number: number;
    readonly lateral: string;
    readonly hop: string;
    readonly turned: number;
  }[];
  readonly address: string;
  /** Where this wheel's record opens, for the code on the sheet. */
  readonly link: string;
  /** Day from which it should be looked at again, `2026-12-20`; null for none. */
  readonly recheck: string | null;
  readonly signedBy: string | null;
}

export interface SheetLine {
  readonly label: string;
  readonly found: string;
  readonly returned: string;
}

/** Printed on every sheet and shown where the danger is. */
export const CAUTIONS = {
  manual:
    "The machine's own service manual comes before any figure here; local law, roadworthiness inspection and licensed practice decide.",
  scrap: "Cracked hub, rim or drum, elongated spoke holes, pulled threads: scrap, do not true.",
  linings:
    "Old brake linings may hold asbestos: no compressed air, no dry brushing; wet methods, a proper mask, local disposal rules. Paint may hold lead; cadmium and chrome are a plater's work.",
  eyes: "Eye protection: a spoke can let go. Fingers clear of a turning wheel, chain and brake; machine secured on its stand, engine off.",
  drum: "Have the drum checked for roundness after tensioning; machining, tyre fitting and balancing go to those equipped for it.",
  tyre: "Tyre on: a spoke end can come through the tape into the tube. Small corrections only; for more, the tyre comes off.",
  after: "After the first rides, 50 to 100 km: have spoke tension and axle nuts checked again.",
} as const;

/** In one line, by what they are of; which they are stands with every figure. */
const assumedWords = ({ assumed, assumedOf }: Sheet): string => {
  if (assumed.length === 0) return "";
  if (!assumedOf) return `Assumed, not measured: ${assumed.join(", ")}.`;
  const parts = assumedOf.map(({ of, count }) => `${count} of ${of}`);
  return `Assumed, not measured: ${assumed.length} ${assumed.length === 1 ? "figure" : "figures"} (${parts.join(", ")}); overleaf they stand one by one.`;
};

/** What the sheet says beside its table, in its order; the screen and the paper say the same. */
export const sheetWords = (
  sheet: Sheet,
): { readonly even: string; readonly replaced: string; readonly assumed: string; readonly after: string } => ({
  even: sheet.tension ? `How even: ${sheet.tension.evenness}.` : "",
  replaced: sheet.replaced.length > 0 ? `New: ${sheet.replaced.join(", ")}.` : "",
  assumed: assumedWords(sheet),
  after: `${CAUTIONS.after}${sheet.recheck ? ` Bring the wheel back to be looked at from ${sheet.recheck}.` : ""}`,
});
