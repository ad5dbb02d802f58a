"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Doubt } from "@/core/cross-checks/doubts";
import type { SpokeComparison } from "@/core/cross-checks/old-spokes";
import { askedOf } from "@/core/figures/asked";
import { KIND_FIGURES, LOST_FIGURES } from "@/core/figures/book-in";
import type { Figure } from "@/core/figures/figure";
import { HUB_FIGURES } from "@/core/figures/hub";
import { OFFSET_FIGURES } from "@/core/figures/offset";
import type { Figures } from "@/core/figures/presets";
import { RIM_FIGURES } from "@/core/figures/rim";
import { SPOKE_FIGURES } from "@/core/figures/spokes";
import type { Ledger } from "@/core/ledger/ledger";
import type { ErdMethod } from "@/core/rim/effective-rim-diameter";
import type { FlatPlate } from "@/core/rim/flat-plate";
import { CAUTIONS } from "@/core/sheet/sheet";
import { showLength } from "@/core/units/show-length";
import { FigureList } from "../parts/figure-list";
import { type BenchRecord, FiguresBench } from "../parts/figures-bench";
import { Groups } from "../parts/groups";
import { useUnit } from "../parts/kept-choice";
import type { DrawingProps } from "./dimension";
import { type ErdWay, ErdWays } from "./erd-ways";
import { HubEnd, HubSection, type HubSizes, type HubView, hubViewOf, ON_HUB_DRAWING } from "./hub-drawing";
import { OF_WAY, OFFSET_WAYS, OffsetDrawing, type OffsetSizes, type OffsetWay } from "./offset-drawing";
import { OldSpokes } from "./old-spokes";
import { Plate } from "./plate";
import { PlateWalk } from "./plate-walk";
import { ON_RIM_DRAWING, RimDrawing, type RimSizes } from "./rim-drawing";

interface MeasureProps extends BenchRecord {
  readonly job: string;
  readonly figures: Figures;
  readonly presets: Readonly<Record<string, number | string>>;
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly doubts: readonly Doubt[];
  readonly erd: { readonly total: number; readonly method: ErdMethod; readonly assumed: boolean };
  readonly erdWays: readonly (Omit<ErdWay, "doubted"> & { readonly ledger: Ledger })[];
  readonly hubLedgers: readonly Ledger[];
  readonly offsetLedgers: readonly Ledger[];
  readonly rim: RimSizes;
  readonly hub: HubSizes;
  readonly offset: OffsetSizes;
  readonly oldSpokes: readonly SpokeComparison[];
  readonly straight: boolean;
  readonly gaps: readonly (number | null)[];
  readonly plate: FlatPlate | null;
}

const GROUPS = [
  { key: "rim", label: "Rim" },
  { key: "hub", label: "Hub" },
  { key: "offset", label: "Offset" },
  { key: "spokes", label: "Old spokes" },
  { key: "plate", label: "Rim on the plate" },
] as const;
type Group = (typeof GROUPS)[number]["key"];

const kind = (name: string): Figure => KIND_FIGURES.find((f) => f.name === name) as Figure;
const OF_GROUP: Readonly<Record<Group, readonly Figure[]>> = {
  rim: [kind("rim.holes"), kind("rim.size"), ...RIM_FIGURES],
  hub: [kind("hub.kind"), kind("hub.seat"), ...HUB_FIGURES],
  offset: [...LOST_FIGURES.filter((f) => f.name === "offset.found"), ...OFFSET_FIGURES],
  spokes: SPOKE_FIGURES,
  plate: [],
};
/** What is asked without being tapped, going from one figure to the next: the shortest way to a measured wheel. */
const IN_TURN: Readonly<Record<Group, readonly string[]>> = {
  rim: [
    "rim.holes",
    "rim.size",
    "rim.section",
    "rim.width",
    "rim.outsideDiameter",
    "rim.height",
    "rim.bedThickness",
    "rim.washer",
    "rim.headToSlot",
    "rim.holeOffset",
  ],
  hub: [
    "hub.kind",
    "hub.seat",
    "hub.width",
    "hub.A.fromFace",
    "hub.B.fromFace",
    "hub.A.holeCircle",
    "hub.B.holeCircle",
    "hub.A.holeDiameter",
    "hub.B.holeDiameter",
  ],
  offset: ["offset.found", "offset.wantedFrom", "offset.wanted"],
  spokes: SPOKE_FIGURES.map((f) => f.name),
  plate: [],
};
const DRAWN: Readonly<Record<Group, readonly string[]>> = {
  rim: [...ON_RIM_DRAWING, "rim.erdMethod", "rim.erdGiven"],
  hub: ON_HUB_DRAWING,
  offset: Object.values(OF_WAY).flat(),
  spokes: SPOKE_FIGURES.filter((f) => /^sample\.[AB]/.test(f.name)).map((f) => f.name),
  plate: [],
};
const NOTES: Readonly<Record<Group, readonly string[]>> = {
  rim: ["Everything that lifts the slot outward is added, at both ends: bed, washer, nipple head."],
  hub: ["Axle clamped, no play in the bearings: over 0.05 mm of play a reading is worth nothing."],
  offset: ["Axle clamped, no play; four places round the rim take out its run-out."],
  spokes: ["One of each kind, straightened by hand; the lengths beside them are worked out for the offset as found."],
  plate: ["The plate flat, the rim clean where it touches; the same side up all the way round."],
};
const CAUTIONS_OF: Readonly<Record<Group, readonly string[]>> = {
  rim: [CAUTIONS.scrap],
  hub: [CAUTIONS.scrap, CAUTIONS.drum],
  offset: [],
  spokes: [],
  plate: [],
};

const GROUP_OF = new Map(
  (Object.entries(OF_GROUP) as [Group, readonly Figure[]][]).flatMap(([g, list]) => list.map((f) => [f.name, g])),
);

/** Rim, hub, offset and old spokes, each drawn from the numbers so far; what is no length on the drawing stands beside it. */
export const Measure = (props: MeasureProps) => {
  const { jobId, job, names, doubts, figures, gaps, plate } = props;
  const router = useRouter();
  const [group, setGroup] = useState<Group>("rim");
  const [way, setWay] = useState<OffsetWay>(props.offsetLedgers[0]?.title.includes("straight edge") ? "edge" : "flip");
  const [walk, setWalk] = useState<number | null>(null);
  const [unit] = useUnit();
  if (walk !== null)
    return (
      <PlateWalk
        jobId={jobId}
        job={job}
        gaps={gaps}
        start={walk}
        names={names}
        onEnd={() => {
          setWalk(null);
          router.refresh();
        }}
      />
    );
  const asked = askedOf(OF_GROUP[group], figures).map((f) => f.name);
  const beside = asked.filter((name) => !DRAWN[group].includes(name));
  const offsetText = (mm: number) =>
    Math.abs(mm) < 0.005
      ? "0"
      : `${showLength(Number(Math.abs(mm).toFixed(2)), unit)} to ${mm > 0 ? names.A : names.B}`;
  const ledgers = {
    rim: props.erdWays.map((w) => ({
      ...w.ledger,
      counts: w.method === props.erd.method ? "this one counts" : undefined,
    })),
    hub: props.hubLedgers,
    offset: props.offsetLedgers,
    spokes: props.erdWays.filter((w) => w.method === "old-spokes").map((w) => w.ledger),
    plate: [],
  }[group];
  return (
    <FiguresBench
      {...props}
      figures={[...IN_TURN[group].filter((f) => asked.includes(f))]}
      ledgers={ledgers}
      doubts={doubts.filter((d) =>
        [d.figure, d.raisedBy].some((f) => f !== undefined && (GROUP_OF.get(f) ?? group) === group),
      )}
      cautions={CAUTIONS_OF[group]}
      notes={NOTES[group]}
      drawing={(tap) => (
        <>
          <Groups
            groups={GROUPS.map((g) => ({ ...g, doubted: doubts.some((d) => GROUP_OF.get(d.figure) === g.key) }))}
            current={group}
            pages
            onChange={(to) => {
              tap.close();
              setGroup(to);
            }}
          />
          {group === "plate" ? (
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
                {group === "rim" && (
                  <>
                    <div className="min-h-0 flex-1">
                      <RimDrawing
                        sizes={props.rim}
                        erd={`${showLength(Number(props.erd.total.toFixed(1)), unit)}${props.erd.assumed ? "?" : ""}`}
                        tap={tap}
                        names={names}
                      />
                    </div>
                    <ErdWays
                      ways={props.erdWays.map((w) => ({
                        ...w,
                        doubted: w.ledger.terms.some((t) => doubts.some((d) => d.figure === t.figure)),
                      }))}
                      counting={props.erd.method}
                      tap={tap}
                    />
                  </>
                )}
                {group === "hub" && <HubViews hub={props.hub} tap={tap} names={names} />}
                {group === "offset" && (
                  <>
                    <Groups
                      groups={OFFSET_WAYS}
                      current={way}
                      onChange={(to) => {
                        tap.close();
                        setWay(to);
                      }}
                    />
                    <div className="min-h-0 flex-1">
                      <OffsetDrawing
                        sizes={props.offset}
                        way={way}
                        found={`found ${props.offset.found === null ? "–" : offsetText(props.offset.found)}, wanted ${offsetText(props.offset.wanted)}`}
                        tap={tap}
                        names={names}
                      />
                    </div>
                  </>
                )}
                {group === "spokes" && (
                  <OldSpokes compared={props.oldSpokes} straight={props.straight} names={names} tap={tap} />
                )}
              </div>
              <div
                className={`min-h-0 overflow-y-auto border-l border-grid portrait:max-h-72 portrait:border-t portrait:border-l-0 ${tap.active ? "portrait:hidden" : ""}`}
              >
                <FigureList
                  figures={group === "offset" ? [...beside, ...(way === "edge" ? ["offset.edgeSide"] : [])] : beside}
                  names={names}
                  tap={tap}
                />
              </div>
            </div>
          )}
        </>
      )}
    />
  );
};

/** In section, or either flange from its end; goes to the view that the figure in hand is taken on. */
const HubViews = ({ hub, tap, names }: DrawingProps & { hub: HubSizes }) => {
  const [chosen, setChosen] = useState<HubView>("section");
  const wanted = hubViewOf(tap.active);
  const view = wanted && !(wanted === "section" && /holeCircle$/.test(tap.active ?? "")) ? wanted : chosen;
  return (
    <>
      <Groups
        groups={[
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
