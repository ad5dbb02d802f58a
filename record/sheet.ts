import { FIGURES } from "@/core/figures/all-figures";
import { CONDITION_PARTS } from "@/core/figures/book-in";
import { type FinishAnswer, finishNotes, replacedKey } from "@/core/finish/finish";
import { placeSpokes } from "@/core/lacing/placement";
import type { Taken } from "@/core/measurement/taken";
import { lastTensions, readingsNow, runOutRounds } from "@/core/rounds/counting-rounds";
import { lineTotal, totalWords } from "@/core/rounds/line-total";
import type { RoundReadings } from "@/core/rounds/round-readings";
import type { Sheet, SheetLine } from "@/core/sheet/sheet";
import type { Settings } from "@/core/shop/settings";
import { sideTensions } from "@/core/tension/balance";
import { jobTolerance } from "@/core/truing/bench-way";
import { withSideNames } from "@/core/wheel/side-names";
import { jobFinish } from "./finish";
import type { JobRecord } from "./job-record";

const WORK: Readonly<Record<string, string>> = {
  rebuild: "rebuilt",
  "broken-spoke": "broken spoke replaced and trued",
  "true-only": "trued",
  "check-only": "checked",
};

interface Names {
  readonly A: string;
  readonly B: string;
}
const NOT_READ = "not read";
const mm = (x: number | null): string => (x === null ? NOT_READ : `${x.toFixed(2)} mm`);
const towards = (x: number, names: Names): string =>
  Math.abs(x) < 0.005 ? "0.00 mm" : `${Math.abs(x).toFixed(2)} mm to ${x > 0 ? names.A : names.B}`;
const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** What is new on the wheel: spokes as ordered, the broken one, parts marked at booking in and seen to be replaced. */
const replacedParts = (
  { job, order, taken }: JobRecord,
  answers: Readonly<Record<string, FinishAnswer>>,
): readonly string[] => {
  const seen = CONDITION_PARTS.filter((part) => answers[replacedKey(part)]?.answer === "seen");
  const lengths = order?.lines.map((l) => `${l.count} of ${l.length.toFixed(1)} mm`) ?? [];
  const spokes = order ? [`${order.lines.reduce((sum, l) => sum + l.count, 0)} spokes (${lengths.join(", ")})`] : [];
  const broken = taken["break.spoke"]?.typed;
  const one = job.kind === "broken-spoke" && broken ? [`spoke ${broken}`] : [];
  const whole = job.kind === "rebuild" ? spokes : one;
  return [...whole, ...seen.filter((part) => part !== "spokes" || whole.length === 0)];
};

const total = (readings: RoundReadings | null, what: "lateral" | "radial"): string =>
  totalWords(lineTotal(readings, what), " mm") ?? NOT_READ;

const tensionWords = (tension: readonly (number | null)[]): string => {
  const read = tension.filter((t) => t !== null);
  if (read.length === 0) return NOT_READ;
  const mean = read.reduce((a, b) => a + b, 0) / read.length;
  return `${Math.round(mean)} N, ${Math.round(Math.min(...read))} to ${Math.round(Math.max(...read))}, ${read.length} read`;
};

/** As found and as returned: what was told at booking in goes before the first round of several. */
const sheetLines = ({ read, taken }: JobRecord, names: Names): SheetLine[] => {
  const counting = runOutRounds(read);
  const first = counting.length > 1 ? read.readings(counting[0]) : null;
  const now = readingsNow(read);
  const figure = (name: string) => taken[name]?.value ?? null;
  const told = (name: string) => (figure(name) === null ? null : mm(figure(name)));
  const offset = { found: figure("offset.found"), now: now?.offset ?? null };
  const drum = taken["drum.before"] || taken["drum.after"];
  return [
    {
      label: "Side to side, total reading",
      found: told("found.lateral") ?? total(first, "lateral"),
      returned: total(now, "lateral"),
    },
    {
      label: "Hop, total reading",
      found: told("found.radial") ?? total(first, "radial"),
      returned: total(now, "radial"),
    },
    {
      label: "Offset",
      found: offset.found === null ? NOT_READ : towards(offset.found, names),
      returned: offset.now === null ? NOT_READ : `${towards(offset.now, names)} from wanted`,
    },
    {
      label: "Spoke tension",
      found: tensionWords(first?.tension ?? []),
      returned: tensionWords(lastTensions(read)?.map((t) => t.tension) ?? []),
    },
    ...(drum
      ? [
          {
            label: "Drum out of round",
            found: mm(figure("drum.before")),
            returned: mm(figure("drum.after")),
          },
        ]
      : []),
  ];
};

/** Tensions as last read, each side's mean, and how far its farthest spoke stands from it. */
const sheetTension = ({ wheel, read }: JobRecord, names: Names): Sheet["tension"] => {
  const tensions = lastTensions(read)?.map((t) => t.tension);
  if (!wheel || !tensions) return null;
  const spokes = placeSpokes(wheel);
  const evenness = (["A", "B"] as const).flatMap((side) => {
    const own = spokes.flatMap((s) => (s.flange === side ? (tensions[s.spoke - 1] ?? []) : []));
    if (own.length === 0) return [];
    const mean = own.reduce((a, b) => a + b, 0) / own.length;
    const worst = Math.max(...own.map((t) => Math.abs(t / Math.max(mean, 1) - 1)));
    return [`${names[side]} ${Math.round(mean)} N, within ${Math.round(100 * worst)} %`];
  });
  return { at: tensions, ...sideTensions(wheel, spokes), evenness: evenness.join("; ") };
};

/** Every figure of the record that is one figure: a walk round the rim has its own drawing. */
const sheetFigures = (taken: Readonly<Record<string, Taken>>, names: Names): Sheet["figures"] =>
  Object.entries(taken).flatMap(([name, t]) => {
    const f = FIGURES[name];
    if (!f || f.places === "every-hole") return [];
    const choice = f.choices?.find((c) => c.value === t.typed)?.label;
    const value =
      choice ?? (t.value === null ? t.typed : `${Number(t.value.toFixed(3))}${f.kind === "length" ? " mm" : ""}`);
    return [{ label: withSideNames(f.label, names), value: withSideNames(value, names) }];
  });

/** What the customer gets, from the record alone: first and last round, or figures as found. */
export const jobSheet = (
  record: JobRecord,
  today: string,
  shop: Pick<Settings, "shopName" | "shopAddress" | "recheckDays">,
  link: string,
): Sheet => {
  const { job, taken, wheel, read } = record;
  const names = { A: job.sideA, B: job.sideB };
  const finish = jobFinish(record);
  const now = readingsNow(read);
  const watch = CONDITION_PARTS.flatMap((part) => {
    if (taken[`condition.${part}`]?.typed !== "watch") return [];
    const note = taken[`condition.${part}.note`]?.typed;
    return [`Watch the ${part}${note ? `: ${note}` : ""}.`];
  });
  return {
    wheel: {
      mark: job.mark,
      machine: job.machine,
      place: job.place === "other" ? "" : `${job.place} wheel`,
      holes: wheel?.rim.holes ?? 0,
      work: WORK[job.kind],
    },
    customer: job.customer,
    shop: shop.shopName,
    address: shop.shopAddress,
    link,
    replaced: replacedParts(record, finish.answers),
    notes: [...finishNotes(finish.lines, finish.answers), ...watch],
    tension: sheetTension(record, names),
    figures: sheetFigures(taken, names),
    rounds: runOutRounds(read).map((r) => ({
      number: r.number,
      lateral: total(read.readings(r), "lateral"),
      hop: total(read.readings(r), "radial"),
      turned: new Set(r.turns.filter((t) => t.turns !== 0).map((t) => t.spoke)).size,
    })),
    recheck: job.recheckOn ?? (shop.recheckDays > 0 ? dayAfter(today, shop.recheckDays) : null),
    date: today,
    lines: sheetLines(record, names),
    tolerance: { ...jobTolerance(job.tolerance, taken), name: job.tolerance },
    trace: now ? { lateral: now.lateral, radial: now.radial } : null,
    assumed: (record.settled?.assumed ?? record.build.assumed).map((name) =>
      withSideNames(FIGURES[name]?.label ?? name, names),
    ),
    signedBy: record.signedBy,
  };
};
