"use client";
import { useCallback } from "react";
import type { ShopFigures } from "@/core/shop/shop-figures";
import { PageLink } from "@/screens/parts/frame/page-link";
import { ShopBar } from "../parts/frame/shop-bar";
import { Chart, type Inks } from "./chart";

const MONTH_NAMES = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const monthName = (month: string) => MONTH_NAMES[Number(month.slice(5)) - 1];
const text = (inks: Inks) => ({ color: inks.ink, fontSize: 16 });
const axis = (inks: Inks) => ({
  axisLabel: text(inks),
  axisLine: { lineStyle: { color: inks.rule } },
  splitLine: { lineStyle: { color: inks.grid } },
});

/** Wheels handed back and come back, month by month. */
const doneOption = (months: ShopFigures["months"], inks: Inks) => ({
  legend: { textStyle: text(inks), right: 10, top: 0 },
  grid: { left: 40, right: 16, top: 40, bottom: 30 },
  xAxis: { type: "category", data: months.map((m) => monthName(m.month)), ...axis(inks) },
  yAxis: { type: "value", minInterval: 1, ...axis(inks) },
  series: [
    {
      name: "handed back",
      type: "bar",
      data: months.map((m) => m.handedBack || null),
      itemStyle: { color: inks.ink },
    },
    {
      name: "came back",
      type: "bar",
      data: months.map((m) => m.cameBack || null),
      itemStyle: { color: inks.paper, borderColor: inks.ink, borderWidth: 2 },
    },
  ],
});

/** The total readings each wheel left with. */
const runOutOption = (left: ShopFigures["left"], inks: Inks) => ({
  legend: { textStyle: text(inks), right: 10, top: 0 },
  grid: { left: 60, right: 20, top: 40, bottom: 30 },
  xAxis: {
    type: "category",
    data: left.map((l) => l.mark),
    ...axis(inks),
    axisLabel: { ...text(inks), hideOverlap: true },
  },
  yAxis: { type: "value", name: "mm", nameTextStyle: text(inks), min: 0, ...axis(inks) },
  series: [
    {
      name: "side to side",
      type: "scatter",
      symbol: "circle",
      symbolSize: 13,
      data: left.map((l) => Math.round(l.lateral * 100) / 100),
      itemStyle: { color: inks.ink },
    },
    {
      name: "hop",
      type: "scatter",
      symbol: "triangle",
      symbolSize: 13,
      data: left.map((l) => Math.round(l.radial * 100) / 100),
      itemStyle: { color: inks.paper, borderColor: inks.ink, borderWidth: 2 },
    },
  ],
});

/** What the shop did, how long it took, how true wheels left, what came back. */
export const FiguresPage = ({ figures }: { figures: ShopFigures }) => {
  const { months, stages, days, left, back } = figures;
  const now = months[months.length - 1];
  const inside = left.filter((l) => l.inside).length;
  const done = useCallback((inks: Inks) => doneOption(months, inks), [months]);
  const runOut = useCallback((inks: Inks) => runOutOption(left, inks), [left]);
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="/figures" title="Figures" />
      <main className="min-h-60 flex-1 overflow-y-auto p-4 text-lg">
        <p className="pb-2 text-2xl" data-testid="this-month">
          {monthName(now.month)}:{" "}
          <b className="font-mono" data-testid="taken-in">
            {now.takenIn}
          </b>{" "}
          taken in, <b className="font-mono">{now.handedBack}</b> handed back,{" "}
          <b className="font-mono">{now.cameBack}</b> came back.{" "}
          <PageLink href="/diary" className="inline-flex min-h-12 items-center text-lg underline">
            what is on the bench now
          </PageLink>
        </p>
        <div className="grid grid-cols-2 gap-x-8 gap-y-4 portrait:grid-cols-1">
          <section>
            <h2 className="text-xl font-bold">What was done</h2>
            <Chart label="wheels handed back and come back, month by month" option={done} />
          </section>
          <section>
            <h2 className="text-xl font-bold">How true wheels leave</h2>
            {left.length === 0 ? (
              <p className="py-4">
                No wheel was handed back yet with its run-out read. Sign a sheet, and it stands here.
              </p>
            ) : (
              <>
                <Chart label="total reading of each wheel as it left" option={runOut} />
                <p data-testid="inside">
                  {inside} of {left.length} inside the tolerance asked for.
                </p>
              </>
            )}
          </section>
          <section>
            <h2 className="text-xl font-bold">How long things take</h2>
            <StageTimes stages={stages} />
            <DaysInShop days={days} />
          </section>
          <section>
            <h2 className="text-xl font-bold">What came back</h2>
            <CameBack back={back} />
          </section>
        </div>
      </main>
    </div>
  );
};

const named = (kind: string): string => kind.replaceAll("-", " ");
const CELL = "border-b border-grid px-3 py-2 text-left";

const StageTimes = ({ stages }: Pick<ShopFigures, "stages">) => (
  <table className="w-full">
    <thead>
      <tr>
        <th className={CELL}>stage</th>
        <th className={CELL}>bench minutes</th>
        <th className={CELL}>quarter under, over</th>
        <th className={CELL}>from</th>
      </tr>
    </thead>
    <tbody>
      {stages.map((s) => (
        <tr key={s.stage}>
          <td className={CELL}>{named(s.stage)}</td>
          <td className={`${CELL} font-mono`}>{Math.round(s.median)}</td>
          <td className={`${CELL} font-mono`}>
            {Math.round(s.low)}, {Math.round(s.high)}
          </td>
          <td className={`${CELL} whitespace-nowrap`}>
            {s.from === 0 ? "usual in the trade" : `${s.from} wheels here`}
          </td>
        </tr>
      ))}
    </tbody>
  </table>
);

const DaysInShop = ({ days }: Pick<ShopFigures, "days">) => (
  <>
    {days.map((d) => (
      <p key={d.kind} className="pt-2">
        {named(d.kind)}: <b className="font-mono">{d.median}</b> days in the shop
        {d.from > 3 ? `, mostly ${d.low} to ${d.high}` : ""} ({d.from} {d.from === 1 ? "wheel" : "wheels"}).
      </p>
    ))}
  </>
);

const CameBack = ({ back }: Pick<ShopFigures, "back">) => (
  <>
    {back.length === 0 && <p className="py-2">None within a year of leaving.</p>}
    {back.map((b) => (
      <p key={b.jobId} className="border-b border-grid py-2" data-testid="came-back">
        <PageLink
          href={`/wheels/${b.wheelId}`}
          className="inline-flex min-h-12 min-w-12 items-center font-mono underline"
        >
          {b.mark}
        </PageLink>{" "}
        left {b.left}, back {b.cameBack}: <b className="font-mono">{b.days}</b> days; {named(b.kind)}
      </p>
    ))}
  </>
);
