import type { ComponentType } from "react";
import type { Dial } from "@/core/runout/dials";
import type { Stop } from "./reading-places";
import type { StopAsked } from "./stop-asked";
import type { useOffsetStop } from "./use-offset-stop";

/** A figure as an instrument gives it at the stop where the walk stands. */
export interface Offered {
  /** As typed, or as the instrument shows it; a bare figure is in the stop's own unit. */
  readonly typed: string;
  readonly sign: 1 | -1;
  /** What it was read with, where that is another instrument than the stop asks for, with units of its own. */
  readonly with?: StopAsked["source"] & { readonly sure: number | null };
  /** The same figure as the one before. */
  readonly same?: boolean;
}

/** What a source of readings is given at a stop. */
export interface SourceProps {
  readonly stop: Stop;
  readonly asked: StopAsked;
  readonly dial: Dial;
  readonly offset: ReturnType<typeof useOffsetStop>;
  readonly names: { readonly A: string; readonly B: string };
  /** mm; what was taken here before, null for nothing. */
  readonly taken: number | null;
  /** mm; all that was read, in this round and the one before. */
  readonly known: readonly (number | null)[];
  readonly message: string | null;
  readonly offer: (offered: Offered) => void;
  readonly onDial: (dial: Dial) => void;
  readonly onBack: () => void;
}

/** Where readings come from in a walk: it stands with the others at every stop it can read, and offers what it reads. */
export interface ReadingsSource {
  readonly key: string;
  readonly fits: (asked: StopAsked, dial: Dial) => boolean;
  readonly Entry: ComponentType<SourceProps>;
}
