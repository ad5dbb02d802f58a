import type { PlacedSpoke } from "@/core/lacing/placement";
import type { OffsetWay } from "@/core/offset/offset-now";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import type { RoundView } from "./round-view";

/** What of the wheel a reading walk reads. */
export interface ReadingPlan {
  /** 1…n, in walking order. */
  readonly places: readonly number[];
  readonly tension: boolean;
  readonly offset: boolean;
  /** Side to side on both edges of the rim. */
  readonly edges: boolean;
  /** One place alone, instead of going round. */
  readonly only: number | null;
}

/** A reading walk, and where what it reads goes. */
export interface ReadingWalkProps {
  readonly job: string;
  readonly round: RoundView;
  readonly spokes: readonly PlacedSpoke[];
  readonly names: { readonly A: string; readonly B: string };
  readonly plan: ReadingPlan;
  /** The job whose practice wheel is on the stand, and shows its dial; null for a real one. */
  readonly practice: string | null;
  readonly offsetWays: readonly OffsetWay[];
  readonly tyreOn: boolean;
  /** Turned in the machine, not on a stand. */
  readonly inMachine: boolean;
  /** mm; what the round before read, for the strip's reach. */
  readonly before: readonly (number | null)[];
  /** Left for a while: the dial may stand otherwise, so a place read before is read again first. */
  readonly again: boolean;
  readonly onTake: TakeReadings;
  readonly onEnd: () => void;
}
