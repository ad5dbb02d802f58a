import { quoteTold } from "@/core/acts/acts-come-to";
import { CONDITION_PARTS } from "@/core/figures/book-in";
import { figuresOf } from "@/core/measurement/taken";
import { together, UNKNOWN_STAGE } from "@/core/planning/stage-times";
import { type Quote, quoteOf, type ToldLine } from "@/core/shop/quote";
import type { Settings } from "@/core/shop/settings";
import { planSpokes } from "@/core/spoke/spoke-plan";
import { STAGES_OF_KIND, type Stage } from "@/core/wheel/stages";
import type { StockHeld } from "@/store/stock";
import { learnTimes } from "./bench-minutes";
import type { JobRecord } from "./job-record";

type Part = ToldLine & { readonly from: string };

/** mm and mm: a drawer's spoke is one of these. */
const SAME = { length: 0.6, thickness: 0.06 };

const fromDrawer = (drawer: StockHeld | undefined): string =>
  drawer ? (drawer.price === null ? `${drawer.name}: no price in stock` : `price of ${drawer.name}`) : "not in stock";

/** Spokes and nipples as ordered, or as they would be for the wheel as it is measured. */
const spokeParts = ({ job, order, build: { wheel }, taken }: JobRecord, stock: readonly StockHeld[]): Part[] => {
  if (job.kind !== "rebuild" || !wheel) return [];
  const plan = planSpokes(wheel, figuresOf(taken));
  const lines = order?.lines ?? plan.lengths.map((l) => ({ ...l, spares: plan.spares }));
  const spokes = lines.map((l): Part => {
    const count = l.count + l.spares;
    const drawer = stock.find(
      (s) =>
        s.kind === "spoke" &&
        s.size !== null &&
        Math.abs(s.size - l.length) <= SAME.length &&
        (s.diameter === null || Math.abs(s.diameter - wheel.spoke.diameter) <= SAME.thickness),
    );
    const label = `spokes, ${l.length.toFixed(1)} mm`;
    return {
      key: `part.spoke.${l.length.toFixed(1)}`,
      label,
      count,
      each: drawer?.price ?? null,
      from: fromDrawer(drawer),
    };
  });
  const nipples = order?.nipples ?? lines.reduce((n, l) => n + l.count + l.spares, 0);
  const drawer = stock.find((s) => s.kind === "nipple");
  return nipples > 0
    ? [
        ...spokes,
        {
          key: "part.nipples",
          label: "nipples",
          count: nipples,
          each: drawer?.price ?? null,
          from: fromDrawer(drawer),
        },
      ]
    : spokes;
};

/** The new spoke of a broken one. */
const brokenPart = ({ job, taken }: JobRecord, stock: readonly StockHeld[]): Part[] => {
  const length = taken["break.new"]?.value ?? taken["break.pieces"]?.value ?? null;
  if (job.kind !== "broken-spoke") return [];
  const drawer =
    length === null ? undefined : stock.find((s) => s.kind === "spoke" && Math.abs((s.size ?? 0) - length) <= 1.2);
  return [
    { key: "part.broken", label: "spoke and nipple", count: 1, each: drawer?.price ?? null, from: fromDrawer(drawer) },
  ];
};

/** Parts marked to be replaced at booking in; spokes and nipples of a rebuild are ordered anyway. */
const replacedParts = ({ job, taken }: JobRecord): Part[] =>
  CONDITION_PARTS.filter((part) => {
    const marked = ["replace", "scrap"].includes(taken[`condition.${part}`]?.typed ?? "");
    return marked && !(job.kind === "rebuild" && (part === "spokes" || part === "nipples"));
  }).map((part) => ({ key: `part.${part}`, label: part, count: 1, each: null, from: "marked at booking in" }));

/** What a job would cost, from the diary's minutes, the parts' prices and what was told. */
export const jobQuote = async (record: JobRecord, stock: readonly StockHeld[], settings: Settings): Promise<Quote> => {
  const times = await learnTimes();
  const stages = (STAGES_OF_KIND[record.job.kind] ?? STAGES_OF_KIND.rebuild).map((stage: Stage) => ({
    stage,
    ...(times[stage] ?? UNKNOWN_STAGE),
  }));
  return quoteOf({
    stages,
    together: together(stages),
    parts: [...spokeParts(record, stock), ...brokenPart(record, stock), ...replacedParts(record)],
    told: quoteTold(record.acts),
    hourlyRate: settings.hourlyRate > 0 ? settings.hourlyRate : null,
    taxPercent: settings.taxPercent,
    currency: settings.currency,
  });
};
