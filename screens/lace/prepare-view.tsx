import { spokeKinds } from "@/core/spoke/kinds";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { Tap } from "../parts/bench/bench-record";
import { FigureList } from "../parts/bench/figure-list";
import { SideMark } from "../parts/wheel/side-mark";

/** What is seen to before lacing, and the piles the spokes are laid out in. */
export const PrepareView = ({
  wheel,
  figures,
  names,
  tap,
}: {
  wheel: Wheel;
  figures: readonly string[];
  names: { readonly A: string; readonly B: string };
  tap: Tap;
}) => {
  const { kinds } = spokeKinds(wheel);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-2 portrait:grid-cols-1">
      <div className="min-h-0 overflow-y-auto">
        <FigureList figures={figures} names={names} tap={tap} />
      </div>
      <div className="min-h-0 overflow-y-auto border-l border-grid p-4 text-lg">
        <h2 className="pb-2 text-xl font-bold">The piles</h2>
        {(["A", "B"] as const).flatMap((side) =>
          (["out", "in"] as const).map((head) => {
            const own = kinds.filter((k) => k.flange === side && k.head === head);
            const lengths = [...new Set(own.map((k) => k.lengthAtTension.toFixed(1)))];
            return own.length === 0 ? null : (
              <p key={`${side}${head}`} className="flex items-center gap-2 border-b border-grid py-2">
                <SideMark side={side} /> {names[side]}, head {head === "out" ? "outside" : "inside"}
                <b className="ml-auto font-mono text-2xl">{own.reduce((sum, k) => sum + k.count, 0)}</b>
                <span className="w-32 text-right font-mono">
                  {lengths.slice(0, 2).join(", ")}
                  {lengths.length > 2 ? " …" : ""}
                </span>
              </p>
            );
          }),
        )}
      </div>
    </div>
  );
};
