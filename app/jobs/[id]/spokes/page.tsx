import { presets } from "@/core/figures/presets";
import { skipChoices } from "@/core/lacing/skip-choices";
import { drillingPlan } from "@/core/rim/drilling-plan";
import { comparePatterns } from "@/core/spoke/patterns";
import { planSpokes } from "@/core/spoke/spoke-plan";
import { staleOrder } from "@/core/spoke/stale-order";
import { waysOn } from "@/core/spoke/ways-on";
import { figuresOf } from "@/core/wheel/build";
import { readWheel } from "@/core/wheel/wheel-file";
import { StageFrame } from "@/screens/parts/stage-frame";
import { Spokes } from "@/screens/spokes/spokes";
import { listStock } from "@/store/stock";
import { pageRecord } from "../record";

/** Washers most shops have, where none are in the stock. mm. */
const USUAL_WASHERS = [0.3, 0.5, 1, 2];

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, taken, entries } = await pageRecord(params);
  const stale = record.stages.some((s) => s.stage === "spokes" && s.state === "changed");
  // What is shown is the wheel as measured now; a wheel taken from a file stands in when nothing was measured.
  const wheel = stale || !record.settled ? record.build.wheel : record.wheel;
  const { order } = record;
  const stock = await listStock();
  const figures = figuresOf(taken);
  const plan = wheel ? planSpokes(wheel, figures) : null;
  const sizes = (kind: "washer" | "nipple") =>
    stock.flatMap((s) => (s.kind === kind && s.held > 0 && s.size !== null ? [s.size] : []));
  const washers = sizes("washer").length > 0 ? sizes("washer") : USUAL_WASHERS;
  const here =
    order?.lines.flatMap((l) => {
      const came = order.goods.find((g) => g.length === l.length);
      const measured = [came?.first, came?.second].filter((x): x is number => typeof x === "number");
      const length = measured.length > 0 ? measured.reduce((a, b) => a + b, 0) / measured.length : l.length;
      return l.serves.map((s) => ({ flange: s.flange, lean: s.lean, row: s.row, length, wanted: s.wanted }));
    }) ?? [];
  return (
    <StageFrame {...frame} current="spokes">
      <Spokes
        jobId={record.job.id}
        version={record.job.version}
        names={names}
        taken={taken}
        entries={entries}
        figures={figures}
        presets={presets(figures)}
        wheel={wheel}
        plan={plan}
        patterns={
          wheel && plan ? [comparePatterns(wheel, "A", plan.limits), comparePatterns(wheel, "B", plan.limits)] : []
        }
        skips={wheel && plan ? skipChoices(wheel, plan.window).slice(0, 6) : []}
        order={order}
        staleOrder={
          order && wheel
            ? staleOrder(
                { wheel: readWheel(order.wheel), figures: order.figures },
                { wheel, figures },
                order.parts.pitch,
              )
            : null
        }
        ways={
          order && wheel && plan
            ? waysOn(
                wheel,
                here,
                { ...plan.parts, spokeThread: order.parts.spokeThread },
                washers,
                sizes("nipple"),
                plan.postDays,
              )
            : []
        }
        stock={stock}
        drilling={wheel ? drillingPlan(wheel, taken["rim.tapeDiameter"]?.value ?? wheel.rim.erd) : null}
        assumed={record.build.assumed}
        problem={wheel ? null : record.build.problem}
        settledVersion={record.settled?.version ?? 0}
        stale={stale}
      />
    </StageFrame>
  );
};
export default Page;
