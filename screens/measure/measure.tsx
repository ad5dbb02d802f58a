"use client";
import { useMemo, useState } from "react";
import type { Doubt } from "@/core/cross-checks/doubt";
import type { SpokeComparison } from "@/core/cross-checks/old-spokes";
import { askedOf } from "@/core/figures/asked";
import type { Figures } from "@/core/figures/newest";
import type { Ledger } from "@/core/ledger/ledger";
import type { CarriedCheck } from "@/core/measurement/carried";
import { carriedNotes } from "@/core/measurement/carried-words";
import type { Taken } from "@/core/measurement/taken";
import type { OffsetMethod } from "@/core/offset/offset-methods";
import type { ErdMethod } from "@/core/rim/erd-methods";
import type { FlatPlate } from "@/core/rim/flat-plate";
import type { HandbookPlace } from "@/core/shop/handbook";
import { showLength } from "@/core/units/show-length";
import { measuredSums } from "@/core/wheel/measured-sums";
import { measuredWheel } from "@/core/wheel/measured-wheel";
import { withSideNames } from "@/core/wheel/side-names";
import type { Tap } from "../parts/bench/bench-record";
import { FigureList } from "../parts/bench/figure-list";
import { FiguresBench } from "../parts/bench/figures-bench";
import { StageFrame } from "../parts/frame/stage-frame";
import { Tabs } from "../parts/frame/tabs";
import { useTab } from "../parts/frame/use-tab";
import { useUnit } from "../parts/kept/kept-choice";
import { useBench } from "../parts/kept/use-bench";
import { type JobOnPage, useJobNow, useStage } from "../parts/kept/use-job";
import type { DrawingProps } from "./dimension";
import { type ErdWay, ErdWays } from "./erd-ways";
import { HubEnd, HubSection, type HubSizes, type HubView, hubViewOf } from "./hub-drawing";
import { CAUTIONS_OF, DRAWN, IN_TURN, NOTES, OF_TAB, TAB_OF, TABS, type Tab } from "./measure-tabs";
import { OFFSET_WAYS, OffsetDrawing, type OffsetSizes, type OffsetWay } from "./offset-drawing";
import { OldSpokes } from "./old-spokes";
import { Plate } from "./plate";
import { PlateWalk } from "./plate-walk";
import { RimDrawing, type RimSizes } from "./rim-drawing";

/** What measuring shows of a job. */
export interface MeasureOnPage extends JobOnPage {
  /** The machine, and which of its wheels. */
  readonly wheelName: string;
  readonly figures: Figures;
  readonly presets: Readonly<Record<string, number | string>>;
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly doubts: readonly Doubt[];
  readonly carried: CarriedCheck;
  readonly erd: { readonly total: number; readonly method: ErdMethod; readonly assumed: boolean };
  readonly erdWays: readonly (Omit<ErdWay, "doubted"> & { readonly ledger: Ledger })[];
  readonly hubLedgers: readonly Ledger[];
  /** By which way the offset was found; null while it was not. */
  readonly offsetWay: OffsetMethod | null;
  readonly offsetLedgers: readonly Ledger[];
  readonly rim: RimSizes;
  readonly hub: HubSizes;
  readonly offset: OffsetSizes;
  readonly oldSpokes: readonly SpokeComparison[];
  readonly straight: boolean;
  readonly gaps: readonly (number | null)[];
  readonly plate: FlatPlate | null;
}

/** Where the handbook says why each is measured, and how. */
const WHY: Readonly<Record<Tab, HandbookPlace>> = {
  ...{ rim: "measure#the-rim", hub: "measure#the-hub", offset: "measure#offset", spokes: "measure#the-rim" },
  plate: "measure#before-any-reading-of-a-wheel",
};

/** With the sums of all figures, those too that wait to be sent: no sum stands beside a figure that it was made without. */
const useMeasured = (told: MeasureOnPage): MeasureOnPage => {
  const { measurements } = useJobNow(told);
  return useMemo(
    () =>
      measurements === told.measurements
        ? told
        : { ...told, ...measuredSums(measuredWheel(measurements, told.wheelName)) },
    [told, measurements],
  );
};

/** Rim, hub, offset and old spokes, each drawn from the numbers so far; what is no length on the drawing stands beside it. */
export const Measure = ({ initial }: { initial: MeasureOnPage }) => {
  const job = useMeasured(useStage("measure", initial));
  const { jobId, names, doubts, figures, plate } = job;
  const bench = useBench(job);
  const gaps = job.gaps.map((gap, i) => placeTaken(bench.taken["rim.plate"], i + 1) ?? gap);
  const [tab, setTab] = useTab<Tab>(TABS, "rim");
  const [way, setWay] = useState<OffsetWay>(job.offsetWay === "edge" ? "edge" : "flip");
  const [walk, setWalk] = useState<number | null>(null);
  if (walk !== null)
    return (
      <StageFrame job={job} current="measure">
        <PlateWalk jobId={jobId} job={job.title} gaps={gaps} start={walk} names={names} onEnd={() => setWalk(null)} />
      </StageFrame>
    );
  const asked = askedOf(OF_TAB[tab], figures).map((f) => f.name);
  const beside = asked.filter((name) => !DRAWN[tab].includes(name));
  const ledgers = {
    rim: job.erdWays.map((w) => ({
      ...w.ledger,
      counts: w.method === job.erd.method ? "this one counts" : undefined,
    })),
    hub: job.hubLedgers,
    offset: job.offsetLedgers,
    spokes: job.erdWays.filter((w) => w.method === "old-spokes").map((w) => w.ledger),
    plate: [],
  }[tab];
  return (
    <StageFrame job={job} current="measure">
      <FiguresBench
        bench={bench}
        presets={job.presets}
        problem={job.problem}
        at={WHY[tab]}
        figures={[...IN_TURN[tab].filter((f) => asked.includes(f))]}
        ledgers={ledgers}
        doubts={doubts.filter((d) =>
          [d.figure, d.raisedBy].some((f) => f !== undefined && (TAB_OF.get(f) ?? tab) === tab),
        )}
        cautions={CAUTIONS_OF[tab]}
        notes={[...carriedNotes(job.carried).map((note) => withSideNames(note, names)), ...NOTES[tab]]}
        drawing={(tap) => (
          <>
            <Tabs
              tabs={TABS.map((g) => ({ ...g, doubted: doubts.some((d) => TAB_OF.get(d.figure) === g.key) }))}
              current={tab}
              pages
              onChange={(to) => {
                tap.close();
                setTab(to);
              }}
            />
            {tab === "plate" ? (
              <Plate
                gaps={gaps}
                plate={plate}
                names={names}
                onWalk={() => setWalk(Math.max(1, gaps.indexOf(null) + 1))}
                onTap={setWalk}
              />
            ) : (
              <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_250px] portrait:grid-cols-1 portrait:grid-rows-[minmax(0,1fr)_auto]">
                <div className="flex min-h-0 flex-col">
                  {tab === "rim" && <RimPart job={job} tap={tap} />}
                  {tab === "hub" && <HubViews hub={job.hub} tap={tap} names={names} />}
                  {tab === "offset" && <OffsetPart job={job} way={way} onWay={setWay} tap={tap} />}
                  {tab === "spokes" && (
                    <OldSpokes compared={job.oldSpokes} straight={job.straight} names={names} tap={tap} />
                  )}
                </div>
                <div
                  className={`min-h-0 overflow-y-auto border-l border-grid portrait:max-h-72 portrait:border-t portrait:border-l-0 ${tap.active ? "portrait:hidden" : ""}`}
                >
                  <FigureList
                    figures={tab === "offset" ? [...beside, ...(way === "edge" ? ["offset.edgeSide"] : [])] : beside}
                    names={names}
                    tap={tap}
                  />
                </div>
              </div>
            )}
          </>
        )}
      />
    </StageFrame>
  );
};

interface PartProps {
  readonly job: MeasureOnPage;
  readonly tap: Tap;
}

const RimPart = ({ job, tap }: PartProps) => {
  const [unit] = useUnit();
  return (
    <>
      <div className="min-h-0 flex-1">
        <RimDrawing
          sizes={job.rim}
          erd={`${showLength(Number(job.erd.total.toFixed(1)), unit)}${job.erd.assumed ? "?" : ""}`}
          tap={tap}
          names={job.names}
        />
      </div>
      <ErdWays
        ways={job.erdWays.map((w) => ({
          ...w,
          doubted: w.ledger.terms.some((t) => job.doubts.some((d) => d.figure === t.figure)),
        }))}
        counting={job.erd.method}
        tap={tap}
      />
    </>
  );
};

interface OffsetPartProps extends PartProps {
  readonly way: OffsetWay;
  readonly onWay: (way: OffsetWay) => void;
}

const OffsetPart = ({ job, way, onWay, tap }: OffsetPartProps) => {
  const { names } = job;
  const [unit] = useUnit();
  const offsetText = (mm: number) =>
    Math.abs(mm) < 0.005
      ? "0"
      : `${showLength(Number(Math.abs(mm).toFixed(2)), unit)} to ${mm > 0 ? names.A : names.B}`;
  return (
    <>
      <Tabs
        tabs={OFFSET_WAYS}
        current={way}
        onChange={(to) => {
          tap.close();
          onWay(to);
        }}
      />
      <div className="min-h-0 flex-1">
        <OffsetDrawing
          sizes={job.offset}
          way={way}
          found={`found ${job.offset.found === null ? "–" : offsetText(job.offset.found)}, wanted ${offsetText(job.offset.wanted)}`}
          tap={tap}
          names={names}
        />
      </div>
    </>
  );
};

/** mm at one hole, as taken on the plate. */
const placeTaken = (taken: Taken | undefined, place: number): number | undefined =>
  taken?.places.find((p) => p.place === place)?.value;

/** In section, or either flange from its end; goes to the view that the figure in hand is taken on. */
const HubViews = ({ hub, tap, names }: DrawingProps & { hub: HubSizes }) => {
  const [chosen, setChosen] = useState<HubView>("section");
  const wanted = hubViewOf(tap.active);
  const view = wanted && !(wanted === "section" && /holeCircle$/.test(tap.active ?? "")) ? wanted : chosen;
  return (
    <>
      <Tabs
        tabs={[
          { key: "section", label: "in section" },
          { key: "A", label: `end, ${names.A}` },
          { key: "B", label: `end, ${names.B}` },
        ]}
        current={view}
        onChange={(to: HubView) => {
          tap.close();
          setChosen(to);
        }}
      />
      <div className="min-h-0 flex-1">
        {view === "section" ? (
          <HubSection sizes={hub} tap={tap} names={names} />
        ) : (
          <HubEnd sizes={hub} side={view} tap={tap} names={names} />
        )}
      </div>
    </>
  );
};
