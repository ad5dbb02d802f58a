import { FIGURES } from "@/core/figures/all-figures";
import { CONDITION_PARTS } from "@/core/figures/book-in";
import type { Figure } from "@/core/figures/figure";
import { type FinishAnswer, finishNotes, replacedKey } from "@/core/finish/finish";
import { newSpokeOf } from "@/core/lacing/new-spoke";
import { placeSpokes } from "@/core/lacing/placement";
import type { Taken } from "@/core/measurement/taken";
import { foundRound } from "@/core/rounds/as-found";
import { lastTensions, readingsNow, runOutRounds, turnedSinceRead } from "@/core/rounds/counting-rounds";
import { lineTotal, totalWords } from "@/core/rounds/line-total";
import type { RoundReadings } from "@/core/rounds/round-readings";
import { SHEET_WORDS, type Sheet, type SheetLine } from "@/core/sheet/sheet";
import { placeWords } from "@/core/shop/machine-words";
import type { Settings } from "@/core/shop/settings";
import { sideTensions } from "@/core/tension/balance";
import { jobTolerance } from "@/core/truing/bench-way";
import { showTension, tensionFigure } from "@/core/units/show-force";
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
const TURNED_SINCE = "not read since it was turned";
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
  const put = newSpokeOf(job.kind, taken);
  const one = put ? [`spoke ${put.spoke}${put.length === null ? "" : ` (${put.length.toFixed(1)} mm)`}`] : [];
  const whole = job.kind === "rebuild" ? spokes : one;
  return [...whole, ...seen.filter((part) => part !== "spokes" || whole.length === 0)];
};

const total = (readings: RoundReadings | null, what: "lateral" | "radial"): string =>
  totalWords(lineTotal(readings, what), " mm") ?? NOT_READ;

const tensionWords = (tension: readonly (number | null)[]): string => {
  const read = tension.filter((t) => t !== null);
  if (read.length === 0) return NOT_READ;
  const mean = read.reduce((a, b) => a + b, 0) / read.length;
  return `${showTension(mean)}, ${tensionFigure(Math.min(...read))} to ${tensionFigure(Math.max(...read))}, ${read.length} read`;
};

/** A rebuilt wheel has new spokes: whatever was read of them is no finding. */
const NEW_SPOKES = "new spokes";

/**
 * As found and as returned: what was told at booking in goes before the first round of several. A wheel that was laced
 * anew was found before that or not at all: its rounds are of the wheel as it was built.
 */
const sheetLines = (record: JobRecord, names: Names): SheetLine[] => {
  const { read, taken, job, acts } = record;
  const found = foundRound({ kind: job.kind, acts, read });
  const first = found && read.readings(found);
  const now = readingsNow(read);
  const returned = (what: "lateral" | "radial") => (turnedSinceRead(read) ? TURNED_SINCE : total(now, what));
  const figure = (name: string) => taken[name]?.value ?? null;
  const told = (name: string) => (figure(name) === null ? null : mm(figure(name)));
  const offset = { found: figure("offset.found"), now: now?.offset ?? null };
  const drum = taken["drum.before"] || taken["drum.after"];
  return [
    {
      label: "Side to side, total reading",
      found: told("found.lateral") ?? total(first, "lateral"),
      returned: returned("lateral"),
    },
    {
      label: "Hop, total reading",
      found: told("found.radial") ?? total(first, "radial"),
      returned: returned("radial"),
    },
    {
      label: "Offset",
      found: offset.found === null ? NOT_READ : towards(offset.found, names),
      returned: offset.now === null ? NOT_READ : `${towards(offset.now, names)} from wanted`,
    },
    {
      label: "Spoke tension",
      found: !first && job.kind === "rebuild" ? NEW_SPOKES : tensionWords(first?.tension ?? []),
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

/** Spokes of a side that must be read before anything is said of how even it is. */
const EVEN_FROM = 4;

/** A side's mean and how far its farthest spoke stands from it; slack ones are told apart, they would be 100 % off. */
const sideEvenness = (name: string, own: readonly number[], of: number): string => {
  const pulling = own.filter((t) => t > 0);
  const slack = own.length - pulling.length;
  const mean = pulling.reduce((a, b) => a + b, 0) / pulling.length;
  const worst = Math.max(...pulling.map((t) => Math.abs(t / mean - 1)));
  const even = pulling.length >= EVEN_FROM ? `, within ${Math.round(100 * worst)} %` : "";
  return [
    pulling.length > 0 ? `${name} ${showTension(mean)}${even}` : name,
    ...(slack > 0 ? [`${slack} slack`] : []),
    ...(own.length < of ? [`${own.length} of ${of} read`] : []),
  ].join(", ");
};

/** Tensions as last read, and how even each side is. */
const sheetTension = ({ wheel, read }: JobRecord, names: Names): Sheet["tension"] => {
  const tensions = lastTensions(read)?.map((t) => t.tension);
  if (!wheel || !tensions) return null;
  const spokes = placeSpokes(wheel);
  const evenness = (["A", "B"] as const).flatMap((side) => {
    const of = spokes.filter((s) => s.flange === side);
    const own = of.flatMap((s) => tensions[s.spoke - 1] ?? []);
    return own.length === 0 ? [] : [sideEvenness(names[side], own, of.length)];
  });
  return { at: tensions, ...sideTensions(wheel, spokes), evenness: evenness.join("; ") };
};

/** What an assumed figure is of, in the words of the sheet. */
const ASSUMED_OF: Readonly<Record<string, string>> = {
  rim: "the rim",
  hub: "the hub",
  offset: "the offset",
  spoke: "the spokes",
  nipple: "the nipples",
  tension: "the tension",
};

const assumedOf = (names: readonly string[]): NonNullable<Sheet["assumedOf"]> => {
  const counts = new Map<string, number>();
  for (const name of names) {
    const of = ASSUMED_OF[name.split(".")[0]] ?? "the lacing";
    counts.set(of, (counts.get(of) ?? 0) + 1);
  }
  return [...counts].map(([of, count]) => ({ of, count }));
};

const IN_WORDS: Readonly<Partial<Record<Figure["kind"], string>>> = { length: " mm", force: " N", angle: "°" };

/** Every figure of the record that is one figure: a walk round the rim has its own drawing. */
const sheetFigures = (taken: Readonly<Record<string, Taken>>, names: Names): Sheet["figures"] =>
  Object.entries(taken).flatMap(([name, t]) => {
    const f = FIGURES[name];
    if (!f || f.places === "every-hole") return [];
    const choice = f.choices?.find((c) => c.value === t.typed)?.label;
    const value =
      choice ??
      (t.value === null ? t.typed : `${Number(t.value.toFixed(f.kind === "force" ? 0 : 3))}${IN_WORDS[f.kind] ?? ""}`);
    return [{ label: withSideNames(f.label, names), value: withSideNames(value, names) }];
  });

/** What the customer gets, from the record alone: first and last round, or figures as found. */
export const jobSheet = (
  record: JobRecord,
  today: string,
  shop: Pick<Settings, "shopName" | "shopAddress" | "recheckDays">,
  link: string,
): Sheet => {
  const { job, taken, wheel, read, assumed } = record;
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
      place: placeWords(job.place),
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
    words: SHEET_WORDS,
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
    assumed: assumed.map((name) => withSideNames(FIGURES[name]?.label ?? name, names)),
    assumedOf: assumedOf(assumed),
    signedBy: record.signedBy,
  };
};
