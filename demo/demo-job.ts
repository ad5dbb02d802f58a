import type { ToleranceName } from "@/core/runout/tolerance";
import type { JobKind } from "@/core/wheel/stages";
import type { Past } from "@/store/backdate";

/** One wheel of the invented workshop. */
export interface DemoJob {
  readonly kind: JobKind;
  readonly customer: string;
  readonly telephone: string;
  readonly machine: string;
  readonly mark: string;
  readonly place: "front" | "rear";
  readonly wanted: string;
  readonly sideA: string;
  readonly sideB: string;
  readonly tolerance: ToleranceName;
  readonly promisedIn: number;
  readonly waitingFor?: string;
  readonly waitingSinceIn?: number;
  readonly figures: Readonly<Record<string, number | string>>;
  /** Steps of the lacing walk that are behind. */
  readonly laced?: number;
  readonly settled?: boolean;
  /** Spokes ordered as measured. */
  readonly ordered?: boolean;
  /** What was measured again after that. */
  readonly later?: Readonly<Record<string, number>>;
  readonly rounds?: {
    readonly seed: number;
    readonly count: number;
    readonly leaveTurns: boolean;
    /** How bent its bare rim is; 1 is 1.1 mm side to side and 0.8 mm of hop. */
    readonly bend?: number;
    /** Up to tension and bent by a fall, instead of freshly laced. */
    readonly fallen?: boolean;
  };
  readonly signedBy?: string;
  /** Handed back so many days ago after so many here, with the bench minutes of each stage. */
  readonly past?: Past;
  /** The same wheel was here before; its mark, customer and machine stand. */
  readonly again?: boolean;
}
