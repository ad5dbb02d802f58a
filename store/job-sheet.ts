import { FIGURES } from "@/core/figures/all-figures";
import { CONDITION_PARTS } from "@/core/figures/book-in";
import { type FinishAnswer, finishNotes, replacedKey } from "@/core/finish/finish";
import { placeSpokes } from "@/core/lacing/placement";
import { totalBesideSeam } from "@/core/runout/beside-seam";
import { totalReading } from "@/core/runout/runout";
import type { Sheet, SheetLine } from "@/core/sheet/sheet";
import type { Settings } from "@/core/shop/settings";
import { sideTensions } from "@/core/tension/balance";
import { withSideNames } from "@/core/truing/explain";
import { toleranceOf } from "./bench-way";
import { jobFinish } from "./job-finish";
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

/** Places kept and answers given, which tell nothing of the wheel. */
const NOT_FIGURES = /^(finish\.|lace\.last$|true\.offsetPart$)/;

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

/** What the customer gets, from the record alone: first and last round, or figures as found. */
export const jobSheet = (
  record: JobRecord,
  today: string,
  shop: Pick<Settings, "shopName" | "shopAddress" | "recheckDays">,
  link: string,
): Sheet => {
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
  /** Beside a weld, and over it. */
  const besideWeld = (round: Round | undefined, what: "lateral" | "radial"): string => {
    const total = round ? totalBesideSeam(record.read.readings(round)[what]) : null;
    return total?.weld ? `${mm(total.beside)}, over the weld ${total.whole.toFixed(2)}` : mm(tir(round, what));
  };
  const offset = (round: Round | undefined) => (round ? (record.read.readings(round).offset ?? null) : null);
  const found = (name: string, what: "lateral" | "radial") =>
    figure(name) ?? tir(readRounds.length > 1 ? first : undefined, what);
  const lines: SheetLine[] = [
    {
      label: "Side to side, total reading",
      found: mm(found("found.lateral", "lateral")),
      returned: besideWeld(last, "lateral"),
    },
    { label: "Hop, total reading", found: mm(found("found.radial", "radial")), returned: besideWeld(last, "radial") },
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
    return `${Math.round(mean)} N, ${Math.round(Math.min(...t))} to ${Math.round(Math.max(...t))}, ${t.length} read`;
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
  const finish = jobFinish(record);
  const spokes = wheel ? placeSpokes(wheel) : [];
  const wanted = wheel ? sideTensions(wheel, spokes) : { A: 0, B: 0 };
  const even = [...rounds]
    .reverse()
    .map((r) => record.read.tensions(r))
    .find((t) => t.some((x) => x.tension !== null));
  const evenness = (t: readonly (number | null)[]) =>
    (["A", "B"] as const)
      .flatMap((side) => {
        const own = spokes.flatMap((s) => (s.flange === side ? (t[s.spoke - 1] ?? []) : []));
        if (own.length === 0) return [];
        const mean = own.reduce((a, b) => a + b, 0) / own.length;
        const worst = Math.max(...own.map((x) => Math.abs(x / Math.max(mean, 1) - 1)));
        return [`${names[side]} ${Math.round(mean)} N, within ${Math.round(100 * worst)} %`];
      })
      .join("; ");
  const watch = Object.entries(taken).flatMap(([name, t]) => {
    const part = /^condition\.(\w+)$/.exec(name)?.[1];
    if (!part || t.typed !== "watch") return [];
    const note = taken[`${name}.note`]?.typed;
    return [`Watch the ${part}${note ? `: ${note}` : ""}.`];
  });
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
    shop: shop.shopName,
    address: shop.shopAddress,
    link,
    replaced: replacedParts(record, finish.answers),
    notes: [...finishNotes(finish.lines, finish.answers), ...watch],
    tension: even
      ? { at: even.map((t) => t.tension), A: wanted.A, B: wanted.B, evenness: evenness(even.map((t) => t.tension)) }
      : null,
    figures: Object.entries(taken).flatMap(([name, t]) => {
      const f = FIGURES[name];
      if (!f || f.places === 72 || NOT_FIGURES.test(name)) return [];
      const choice = f.choices?.find((c) => c.value === t.typed)?.label;
      const value =
        choice ?? (t.value === null ? t.typed : `${Number(t.value.toFixed(3))}${f.kind === "length" ? " mm" : ""}`);
      return [{ label: withSideNames(f.label, names), value: withSideNames(value, names) }];
    }),
    rounds: readRounds.map((r) => ({
      number: r.number,
      lateral: besideWeld(r, "lateral"),
      hop: besideWeld(r, "radial"),
      turned: new Set(r.turns.filter((t) => t.turns !== 0).map((t) => t.spoke)).size,
    })),
    recheck: job.recheckOn ?? (shop.recheckDays > 0 ? dayAfter(today, shop.recheckDays) : null),
    date: today,
    lines,
    tolerance: { ...toleranceOf(job.tolerance, taken), name: job.tolerance },
    trace: trace ? { lateral: trace.lateral, radial: trace.radial } : null,
    assumed,
    signedBy: record.signedBy,
  };
};
