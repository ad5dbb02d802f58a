import type { Tolerance } from "@/core/runout/tolerance";
import { CAUTIONS } from "@/core/sheet/sheet";
import type { Advice } from "@/core/truing/saying/advice";
import type { ReasonCode } from "@/core/truing/saying/reason";
import { reasonWords } from "@/core/truing/saying/reason-words";
import { withSideNames } from "@/core/wheel/side-names";
import { Caution, Doubt, LedgerPanel } from "../parts/bench/ledger-panel";

interface TrueLedgerProps {
  readonly advice: Advice | null;
  readonly names: { readonly A: string; readonly B: string };
  readonly assumed: number;
  /** mm by which the rim's width varies; null where one edge was read. */
  readonly width: number | null;
  readonly plate: string | null;
  readonly tolerance: Tolerance;
  readonly toleranceName: string;
  readonly onPick: (spoke: number) => void;
}

/** Reasons that are no reason to turn but one to look. */
const DOUBTS: ReadonlySet<ReasonCode> = new Set(["rim", "slack", "straighten", "answers-slack"]);

/** mm of width from which it is said: both edges cannot run true then. */
const WIDTH_TOLD = 0.1;

/** Why each piece of advice, what is doubtful, and the cautions. */
export const TrueLedger = (props: TrueLedgerProps) => {
  const { advice, names, assumed, width, plate, tolerance, toleranceName, onPick } = props;
  return (
    <LedgerPanel at={advice && advice.rim.action !== "none" ? "true#is-it-the-rim" : "true#turn"} startFolded>
      {advice?.reasons.map((r, i) => (
        <button
          key={i}
          type="button"
          onClick={() => r.spokes[0] && onPick(r.spokes[0])}
          className="mb-2 block w-full text-left"
        >
          {r.code === "turn" && <b className="font-mono">{r.spokes.join(" ")} </b>}
          {DOUBTS.has(r.code) ? (
            <Doubt>{withSideNames(reasonWords(r), names)}</Doubt>
          ) : (
            withSideNames(reasonWords(r), names)
          )}
        </button>
      ))}
      {!advice && (
        <p className="mb-3">
          Before reading: axle clamped, no play felt, three turns of the wheel that repeat. Over 0.05 mm of play a
          reading is worth nothing.
        </p>
      )}
      {assumed > 0 && (
        <Doubt>{assumed} figures of this wheel are assumed. The advice learns from what each round does.</Doubt>
      )}
      {width !== null && width > WIDTH_TOLD && (
        <Doubt>
          The rim is not of one width: it varies by {width.toFixed(2)} mm. Its middle is trued, so neither edge runs
          quite true; a rim brake feels the edges, a drum brake does not.
        </Doubt>
      )}
      {plate && <Doubt>{withSideNames(plate, names)}</Doubt>}
      <p className="mt-2">
        {toleranceName}: {tolerance.lateral} side to side, {tolerance.radial} hop, {tolerance.offset} offset, within{" "}
        {Math.round(tolerance.tensionSpread * 100)} % of the side's tension.
      </p>
      <Caution>{CAUTIONS.eyes}</Caution>
      <Caution>{CAUTIONS.tyre}</Caution>
      <Caution>{CAUTIONS.scrap}</Caution>
    </LedgerPanel>
  );
};
