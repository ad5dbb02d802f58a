import type { SpokePlan } from "@/core/spoke/spoke-plan";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import { SideMark } from "../parts/wheel/side-mark";
import { NippleDrawing } from "./nipple-drawing";

/** Each kind's end inside its nipple, to scale. */
export const LengthsView = ({
  plan,
  names,
}: {
  plan: SpokePlan;
  names: { readonly A: string; readonly B: string };
}) => (
  <ul className="grid min-h-0 flex-1 auto-rows-[minmax(max-content,1fr)] grid-cols-[repeat(auto-fit,minmax(min(100%,22rem),1fr))] overflow-y-auto max-sm:portrait:auto-rows-max">
    {plan.kinds.map((k) => (
      <li
        key={`${k.flange}${k.row}${k.lean}${k.spokes[0]}`}
        className="flex min-h-64 overflow-hidden border-r border-b border-grid"
      >
        <div className="w-[38%] shrink-0 p-2">
          <NippleDrawing
            end={k.room.end}
            parts={plan.parts}
            window={plan.window}
            title={`${k.given} mm in its nipple`}
          />
        </div>
        <div className="flex min-w-0 flex-1 flex-col justify-center gap-1 pr-3">
          <p className="flex items-center gap-2 text-xl">
            <SideMark side={k.flange} />
            {/* A stop for the keyboard in each, so that the list can be moved without a finger. */}
            <a
              id={`kind-${k.spokes[0]}`}
              href={`#kind-${k.spokes[0]}`}
              className="inline-flex min-h-12 min-w-12 items-center"
            >
              {names[k.flange]}
              {k.row ? `, ${k.row} row` : ""}
            </a>
          </p>
          <p className="text-base">
            {k.lean}, head {k.head === "out" ? "outside" : "inside"}
          </p>
          <p className="flex flex-wrap items-baseline gap-x-2 whitespace-nowrap">
            <b className="font-mono text-5xl" data-testid="length">
              {k.lengthAtTension.toFixed(1)}
            </b>
            <span className="text-base">
              slack <span data-testid="slack">{k.length.toFixed(1)}</span>
            </span>
          </p>
          <p className="text-lg">
            {k.count} pieces, order <b className="font-mono">{k.given}</b> mm
          </p>
          <p className="flex items-start gap-2 text-base">
            {k.room.verdict !== "fits" && <DoubtFlag />}
            <span>{k.room.text}</span>
          </p>
          {(k.entryAngleDeg > 0.05 || k.boreAngleDeg !== null) && (
            <p className="text-base">
              {[
                k.entryAngleDeg > 0.05 ? `${k.entryAngleDeg.toFixed(1)}° off the nipple hole` : null,
                k.boreAngleDeg !== null ? `${k.boreAngleDeg.toFixed(1)}° off its bore` : null,
              ]
                .filter(Boolean)
                .join(", ")}
            </p>
          )}
        </div>
      </li>
    ))}
  </ul>
);
