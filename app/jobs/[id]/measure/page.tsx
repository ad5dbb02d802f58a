import { presets } from "@/core/figures/presets";
import { figuresOf } from "@/core/wheel/build";
import { Measure } from "@/screens/measure/measure";
import { StageFrame } from "@/screens/parts/stage-frame";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, title, taken, entries } = await pageRecord(params);
  const { build } = record;
  const { input, erd, toCentre, holeCircle } = build;
  const figures = figuresOf(taken);
  const standIn = presets(figures);
  const figure = (name: string) => Number(figures[name] ?? standIn[name] ?? 0);
  const both = (make: (side: "A" | "B") => number) => ({ A: make("A"), B: make("B") });
  const holes = input.rim.holes;
  return (
    <StageFrame {...frame} current="measure">
      <Measure
        jobId={record.job.id}
        job={title}
        version={record.job.version}
        names={names}
        taken={taken}
        entries={entries}
        figures={figures}
        presets={standIn}
        problem={build.problem}
        doubts={build.doubts}
        erd={{ total: erd.total, method: build.erdMethod, assumed: erd.terms.some((t) => t.assumed) }}
        erdWays={build.erdSums.map((s) => ({
          method: s.method,
          total: s.ledger.total,
          ledger: s.ledger,
          outOfRound:
            taken[s.ledger.terms.find((t) => /Diameter|rodGap/.test(t.figure ?? ""))?.figure ?? ""]?.outOfRound ?? null,
        }))}
        hubLedgers={[toCentre.A, toCentre.B, holeCircle.A, holeCircle.B]}
        offsetLedgers={[...build.offsetSums, build.offsetWanted]}
        rim={{
          height: figure("rim.height"),
          bed: figure("rim.bedThickness"),
          washer: figure("rim.washer"),
          head: figure("rim.headToSlot"),
          width: figure("rim.width"),
          holeOffset: figure("rim.holeOffset"),
        }}
        hub={{
          width: figure("hub.width"),
          toCentre: both((s) => toCentre[s].total),
          holeCircle: both((s) => holeCircle[s].total),
          holeDiameter: both((s) => figure(`hub.${s}.holeDiameter`)),
          thickness: both((s) => Number(figures[`hub.${s}.thickness`] ?? 5)),
          holes: Math.max(2, Math.round(holes / 2)),
          fromCentre: figures["hub.measuredFrom"] === "centre",
          chordSpan: both((s) => Number(figures[`hub.${s}.chordSpan`] ?? 4)),
        }}
        offset={{
          hubWidth: figure("hub.width"),
          rimWidth: figure("rim.width"),
          toCentre: both((s) => toCentre[s].total),
          offset: build.offsetFound?.total ?? build.offsetWanted.total,
          wanted: build.offsetWanted.total,
          found: build.offsetFound?.total ?? null,
          edgeSide: figures["offset.edgeSide"] === "B" ? "B" : "A",
          edgeFromFace: Number(figures["offset.edgeFromFace"] ?? 12),
        }}
        oldSpokes={build.oldSpokes}
        straight={input.hub.seat === "straight"}
        gaps={[...Array(Math.max(4, holes)).keys()].map(
          (i) => taken["rim.plate"]?.places.find((p) => p.place === i + 1)?.value ?? null,
        )}
        plate={build.plate}
      />
    </StageFrame>
  );
};
export default Page;
