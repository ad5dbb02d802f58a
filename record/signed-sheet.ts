import { createHash } from "node:crypto";
import type { Sheet } from "@/core/sheet/sheet";
import type { Settings } from "@/core/shop/settings";
import type { JobRecord } from "./job-record";
import { jobSheet } from "./sheet";

/** What the record says now, without the day and who signed. */
const said = (sheet: Sheet): string => JSON.stringify({ ...sheet, date: "", recheck: "", signedBy: "" });

/** Another one for a sheet that says anything else: what was looked at goes with the name that is put under it. */
export const sheetMark = (sheet: Sheet): string => createHash("sha256").update(said(sheet)).digest("hex");

/** Figures as they were said before the unit stood with them. */
const bare = ({ figures, assumed }: Pick<Sheet, "figures" | "assumed">) => {
  const named = (label: string) => label.replace(/, N$/, "");
  return {
    figures: figures.map(({ label, value }) => ({ label: named(label), value: value.replace(/ N$|°$/, "") })),
    assumed: assumed.map(named),
  };
};

/** What a sheet rests on, whatever the words are in which it says it. */
const saidOtherwise = ({ words: _, lines: __, tension, ...sheet }: Sheet): string =>
  JSON.stringify({
    ...{ ...sheet, date: "", recheck: "", signedBy: "" },
    at: tension?.at ?? null,
    ...bare(sheet),
  });

/**
 * The same of a sheet signed by an earlier version, which said some things in other words: what was measured, read and
 * agreed, for the words alone are no change of the record.
 */
const saidBefore = ({ wheel, customer, trace, tension, tolerance, ...sheet }: Sheet): string =>
  JSON.stringify({ wheel, customer, trace, at: tension?.at ?? null, tolerance, ...bare(sheet) });

/**
 * The sheet of a job: as it was handed over, where it was signed; else from the record as it stands.
 *
 * @returns `now` as the record stands; `changed` where that is no longer what was signed
 */
export const sheetOfJob = (
  record: JobRecord,
  today: string,
  settings: Settings,
): { readonly sheet: Sheet; readonly now: Sheet; readonly changed: boolean } => {
  const now = jobSheet(record, today, settings, `/wheels/${record.job.wheelId}`);
  if (!record.handedOver) return { sheet: now, now, changed: false };
  const signed = record.handedOver.contents as Sheet;
  // Sheets of earlier versions did not say what is new on the wheel.
  const says = signed.words === now.words ? said : signed.assumedOf ? saidOtherwise : saidBefore;
  const sheet = { ...signed, replaced: signed.replaced ?? [], recheck: record.job.recheckOn ?? signed.recheck };
  return { sheet, now, changed: says(sheet) !== says(now) };
};
