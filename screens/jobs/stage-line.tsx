import { STAGE_NAMES, type Stage, type StageState } from "@/core/wheel/stages";
import { StateShape } from "../parts/frame/stage-bar";

/** px across a mark, and from one to the next. */
const [MARK, PITCH] = [24, 48];
const STATES = ["done", "next", "missing", "waiting", "changed", "ahead"] as const satisfies readonly StageState[];
const idOf = (state: StageState) => `stage-${state}`;

/** The shapes themselves, once a page: a list of a hundred wheels has seven hundred of them. */
export const StageShapes = () => (
  <svg width="0" height="0" className="absolute" aria-hidden="true">
    {STATES.map((state) => (
      <symbol key={state} id={idOf(state)} viewBox="0 0 22 22">
        <StateShape state={state} />
      </symbol>
    ))}
  </svg>
);

/** A job's own line drawn small. */
export const StageLine = ({ stages }: { stages: readonly { readonly stage: Stage; readonly state: StageState }[] }) => {
  const between = stages.slice(1);
  const width = between.length * PITCH + MARK;
  return (
    <svg width={width} height={MARK} className="shrink-0" aria-hidden="true">
      <path
        d={between.map((_, i) => `M${i * PITCH + MARK + 4} 12h16`).join("")}
        className="stroke-rule"
        strokeWidth="2"
      />
      {stages.map(({ stage, state }, i) => (
        <use key={stage} href={`#${idOf(state)}`} x={i * PITCH} width={MARK} height={MARK}>
          <title>{STAGE_NAMES[stage]}</title>
        </use>
      ))}
    </svg>
  );
};
