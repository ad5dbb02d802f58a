import { FIGURES } from "@/core/figures/all-figures";
import { totalReading } from "@/core/runout/runout";
import type { Sheet, SheetLine } from "@/core/sheet/sheet";
import { withSideNames } from "@/core/truing/explain";
import { toleranceOf } from "./bench-way";
import type { JobRecord } from "./job-record";
import type { Round } from "./rounds";

const WORK: Record<string, string> = {
  rebuild: "rebuilt",
  "broken-spoke": "broken spoke replaced and trued",
  "true-only": "trued",
  "check-only": "checked",
};

const towards = (mm: number, names: { A: string; B: string }): string =>
  Math.abs(mm) < 0.005 ? "0.00 mm" : `${Math.abs(mm).toFixed(2)} mm to ${mm > 0 ? names.A : names.B}`;

/** What the customer gets, from the record alone: first and last round, or figures as found. */
export const jobSheet = (record: JobRecord, today: string): Sheet => {
  const { job, taken, rounds, wheel } = record;
  const names = { A: job.sideA, B: job.sideB };
  const holes = wheel?.rim.holes ?? 0;
  const readRounds = rounds.filter((r) => r.readings.length > 0);
  const first = readRounds[0];
  const last = readRounds.at(-1);
  const figure = (name: string) => taken[name]?.value ?? null;
  const mm = (x: number | null) => (x === null ? "not read" : `${x.toFixed(2)} mm`);
  const tir = (round: Round | undefined, what: "lateral" | "radial") => {
    if (!round) return null;
    const line = record.read.readings(round)[what];
    return line.some((v) => v !== null) ? totalReading(line) : null;
  };
  const offset = (round: Round | undefined) => (round ? (record.read.readings(round).offset ?? null) : null);
  const found = (name: string, what: "lateral" | "radial") =>
    figure(name) ?? tir(readRounds.length > 1 ? first : undefined, what);
  const lines: SheetLine[] = [
    {
      label: "Side to side, total reading",
      found: mm(found("found.lateral", "lateral")),
      returned: mm(tir(last, "lateral")),
    },
    { label: "Hop, total reading", found: mm(found("found.radial", "radial")), returned: mm(tir(last, "radial")) },
    {
      label: "Offset",
      found: figure("offset.found") === null ? "not read" : towards(figure("offset.found") ?? 0, names),
      returned: offset(last) === null ? "not read" : `${towards(offset(last) ?? 0, names)} from wanted`,
    },
  ];
  const tensions = (round: Round | undefined): string => {
    if (!round) return "not read";
    const t = (record.read.readings(round).tension ?? []).filter((x): x is number => x !== null);
    if (t.length === 0) return "not read";
    const mean = t.reduce((a, b) => a + b, 0) / t.length;
    return `${Math.round(mean)} N, ${Math.round(Math.min(...t))} to ${Math.round(Math.max(...t))} (${t.length} spokes)`;
  };
  lines.push({
    label: "Spoke tension",
    found: readRounds.length > 1 ? tensions(first) : "not read",
    returned: tensions(
      [...readRounds].reverse().find((r) => (record.read.readings(r).tension ?? []).some((t) => t !== null)),
    ),
  });
  if (taken["drum.before"] || taken["drum.after"])
    lines.push({
      label: "Drum out of round",
      found: mm(figure("drum.before")),
      returned: mm(figure("drum.after")),
    });
  const assumed = (record.settled?.assumed ?? record.build.assumed).map((name) =>
    withSideNames(FIGURES[name]?.label ?? name, names),
  );
  const trace = last ? record.read.readings(last) : null;
  return {
    wheel: {
      mark: job.mark,
      machine: job.machine,
      place: job.place === "other" ? "" : `${job.place} wheel`,
      holes,
      work: WORK[job.kind],
    },
    customer: job.customer,
    shop: "Tall Compass workshop record",
    date: today,
    lines,
    tolerance: { ...toleranceOf(job.tolerance, taken), name: job.tolerance },
    trace: trace ? { lateral: trace.lateral, radial: trace.radial } : null,
    assumed,
    signedBy: record.signedBy,
  };
};
