"use client";
import type { Doubt } from "@/core/cross-checks/doubt";
import { CONDITION_PARTS, KIND_FIGURES, LOST_FIGURES, SAMPLE_FIGURES } from "@/core/figures/book-in";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { dayWords, noonOf } from "@/core/planning/day-words";
import { CAUTIONS } from "@/core/sheet/sheet";
import type { HandbookPlace } from "@/core/shop/handbook";
import type { EarlierWheel } from "@/core/shop/known";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { ParticularAsked } from "../parts/bench/bench-record";
import { FigureList, FigureTag } from "../parts/bench/figure-list";
import { FiguresBench } from "../parts/bench/figures-bench";
import { NotPrinted } from "../parts/frame/not-printed";
import { PageLink } from "../parts/frame/page-link";
import { StageFrame } from "../parts/frame/stage-frame";
import { Tabs } from "../parts/frame/tabs";
import { useTab } from "../parts/frame/use-tab";
import { useBench } from "../parts/kept/use-bench";
import { type JobOnPage, useStage } from "../parts/kept/use-job";
import { useToldNow } from "../parts/kept/use-told";
import { WheelPlan } from "../parts/wheel/wheel-plan";
import { CarryOver } from "./carry-over";
import { ConditionLines, ConditionMarks } from "./condition-marks";
import { LastVisit, OtherWheel, type VisitBefore } from "./known-before";
import { particularsAsked, type ToldAtCounter } from "./particulars";
import { Photos } from "./photos";
import { StripDown } from "./strip-down";
import { WantedPhoto } from "./wanted-photo";

/** What booking in shows of a job. */
export interface BookInOnPage extends JobOnPage {
  readonly told: ToldAtCounter;
  readonly wheel: Wheel | null;
  readonly spokes: readonly PlacedSpoke[];
  readonly wheelId: string;
  readonly before: VisitBefore | null;
  readonly together: readonly { readonly jobId: string; readonly mark: string; readonly place: string }[];
  /** An earlier wheel of this machine whose figures are not here yet. */
  readonly earlier: EarlierWheel | null;
  readonly doubts: readonly Doubt[];
  readonly photos: readonly {
    readonly id: string;
    readonly caption: string;
    readonly width: number;
    readonly height: number;
  }[];
}

/** Crosses are counted while there is something to count; they stand with the lacing they belong to. */
const CROSSES = ["lacing.A.cross", "lacing.B.cross"];
const LOST = [...LOST_FIGURES.map((f) => f.name), ...CROSSES, ...SAMPLE_FIGURES.map((f) => f.name)];
/** What the counter asks, in under a minute; the rest can follow. */
const COUNTER = ["customer", "telephone", "machine", "place", "wanted", "promised"];
const TABS = [
  { key: "counter", label: "Counter" },
  { key: "before", label: "Before the key" },
  { key: "wheel", label: "Wheel" },
  { key: "photos", label: "Photos" },
] as const;
type Tab = (typeof TABS)[number]["key"];
const WHY: Readonly<Record<Tab, HandbookPlace>> = {
  ...{ counter: "book-in#whose-wheel", before: "book-in#before-the-key-goes-on", wheel: "book-in#look-it-over" },
  photos: "book-in#look-it-over",
};

/** The wheel as it stands: who brought it, what will be lost once a key is put to it, how each part is. */
export const BookIn = ({ initial }: { initial: BookInOnPage }) => {
  const job = useStage("book-in", initial);
  const { wheel, spokes, names, photos, jobId } = job;
  const bench = useBench(job);
  const { taken } = bench;
  const particulars = particularsAsked(useToldNow(jobId, job.told), jobId);
  const atCounter = particulars.some((p) => p.key === "customer" && !p.value);
  const [tab, setTab] = useTab<Tab>(TABS, atCounter ? "counter" : "before");
  const counter = particulars.filter((p) => COUNTER.includes(p.key));
  const rest = particulars.filter((p) => !COUNTER.includes(p.key));
  const scrap = CONDITION_PARTS.filter((p) => taken[`condition.${p}`]?.typed === "scrap");
  const figures = { counter: [], before: LOST, wheel: KIND_FIGURES.map((f) => f.name), photos: [] }[tab];
  return (
    <StageFrame job={job} current="book-in">
      <FiguresBench
        bench={bench}
        figures={figures}
        particulars={tab === "counter" ? counter : tab === "wheel" ? rest : []}
        ledgers={[]}
        doubts={job.doubts.filter((d) => LOST.includes(d.figure))}
        problem={null}
        presets={{}}
        at={WHY[tab]}
        cautions={[CAUTIONS.linings, CAUTIONS.scrap, CAUTIONS.eyes]}
        notes={["Replace the bearings while the hub is apart; the spacer between them goes back in."]}
        drawing={(tap) => (
          <div
            className={`grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] portrait:grid-cols-1 ${tap.active ? "portrait:grid-rows-1" : "portrait:grid-rows-[5fr_6fr] max-sm:portrait:grid-rows-[auto_minmax(0,1fr)]"}`}
          >
            {/* Held upright, the list has the room while something of it is in hand. */}
            <div
              className={`flex min-h-0 flex-col p-2 portrait:flex-row max-sm:portrait:flex-col ${tap.active ? "portrait:hidden" : ""}`}
            >
              <ConditionMarks row="above" tap={tap} />
              {/* On a phone the marks carry their names, and the room is the list's. */}
              <div className="relative min-h-0 min-w-0 flex-1 max-sm:portrait:hidden">
                {wheel && (
                  <WheelPlan wheel={wheel} spokes={spokes} inHand={1} title={`the wheel seen from the ${names.A}`} />
                )}
                <ConditionLines />
                {scrap.length > 0 && <Scrap parts={scrap} className="absolute inset-x-0 top-1/2" />}
              </div>
              <ConditionMarks row="below" tap={tap} />
              {scrap.length > 0 && <Scrap parts={scrap} className="hidden max-sm:portrait:block" />}
            </div>
            <div className="flex min-h-0 flex-col border-l border-grid portrait:border-t portrait:border-l-0">
              <Tabs
                tabs={TABS}
                current={tab}
                pages
                onChange={(to) => {
                  tap.close();
                  setTab(to);
                }}
              />
              <div className="min-h-0 flex-1 overflow-y-auto">
                {job.before && tab === "counter" && <LastVisit wheelId={job.wheelId} before={job.before} />}
                {job.earlier && (tab === "counter" || tab === "wheel") && (
                  <CarryOver jobId={jobId} earlier={job.earlier} />
                )}
                {tab === "counter" && (
                  <>
                    {nextThree(counter).map((p) => (
                      <Particular key={p.key} particular={p} tap={tap} />
                    ))}
                    <div className="flex flex-wrap gap-2 p-3">
                      <a
                        href={`/api/jobs/${jobId}/label`}
                        target="_blank"
                        rel="noreferrer"
                        className="inline-flex min-h-14 items-center border-2 border-ink px-4 text-lg"
                      >
                        print the label to tie on
                      </a>
                      <PageLink
                        href={`/jobs/${jobId}/quote`}
                        className="inline-flex min-h-14 items-center border border-ink px-4 text-lg"
                      >
                        quote
                      </PageLink>
                      <NotPrinted letters={job.notPrinted} />
                    </div>
                    {job.told.machine !== "" && <OtherWheel jobId={jobId} kind={job.kind} together={job.together} />}
                    <Photos jobId={jobId} photos={photos} />
                  </>
                )}
                {tab === "before" && (
                  <>
                    <FigureList figures={LOST} names={names} tap={tap} loud={LOST} />
                    <WantedPhoto
                      jobId={jobId}
                      caption="the lacing at the valve"
                      how="from each side, valve on top: it settles every question later"
                      photos={photos}
                    />
                    <StripDown tap={tap} />
                  </>
                )}
                {tab === "wheel" && (
                  <>
                    <FigureList figures={figures} names={names} tap={tap} />
                    {rest.map((p) => (
                      <Particular key={p.key} particular={p} tap={tap} />
                    ))}
                  </>
                )}
                {tab === "photos" && <Photos jobId={jobId} photos={photos} />}
              </div>
            </div>
          </div>
        )}
      />
    </StageFrame>
  );
};

const Scrap = ({ parts, className }: { parts: readonly string[]; className: string }) => (
  <p role="alert" className={`bg-stop p-2 text-center text-lg text-paper ${className}`}>
    {parts.join(", ")}: scrap. Do not true it; say so to the customer.
  </p>
);

const saidOfParticular = ({ kind, value, choices }: ParticularAsked): string => {
  if (value === "") return "not yet";
  return kind === "date" ? dayWords(noonOf(value)) : (choices?.find((c) => c.value === value)?.label ?? value);
};

/** What was told, and the next three that were not: a counter is no form. */
const nextThree = (particulars: readonly ParticularAsked[]): readonly ParticularAsked[] => {
  const open = particulars.filter((p) => !p.value);
  return particulars.filter((p) => p.value || open.indexOf(p) < 3);
};

const Particular = ({
  particular: p,
  tap,
}: {
  particular: ParticularAsked;
  tap: { readonly active: string | null; readonly onTap: (name: string) => void };
}) => (
  <FigureTag
    label={p.label}
    value={saidOfParticular(p)}
    open={!p.value}
    active={tap.active === p.key}
    onTap={() => tap.onTap(p.key)}
  />
);
