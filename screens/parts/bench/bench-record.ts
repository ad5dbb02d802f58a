import type { Entry, Taken } from "@/core/measurement/taken";
import type { FigureShown } from "./figure-shown";

/** A line about the job itself, not the wheel: customer, promised day. */
export interface ParticularAsked {
  readonly key: string;
  readonly label: string;
  readonly how: string;
  readonly kind: "text" | "date";
  readonly value: string;
  /** Nothing told is kept as none, not as an empty text. */
  readonly orNone?: true;
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  readonly offered?: readonly string[];
  /** Those who were here before are offered while it is typed. */
  readonly known?: "customer" | "machine";
  /** The job the diary proposes days for. */
  readonly proposedFor?: string;
  /** Who of those it is now, where they are told by who they are. */
  readonly knownId?: string;
  /** The line this one is told for: what is asked next is what comes after that. */
  readonly toldFor?: string;
}

/** What the work's drawing is given to be tapped with. */
export interface Tap {
  readonly active: string | null;
  /** The figure as it stands. */
  readonly shown: (name: string) => FigureShown;
  readonly onTap: (name: string, place?: number) => void;
  /** Puts a choice down at once, without the entry bar. */
  readonly put: (name: string, value: string) => void;
  /** Takes back what was put down so: it was never answered. */
  readonly takeBack: (name: string) => void;
  readonly doubted: (name: string) => boolean;
  /** Puts the entry bar away. */
  readonly close: () => void;
}

/** What a bench knows of the record: what it holds and what waits to get there. */
export interface BenchRecord {
  readonly jobId: string;
  readonly names: { readonly A: string; readonly B: string };
  readonly taken: Readonly<Record<string, Taken>>;
  readonly entries: Readonly<Record<string, readonly Entry[]>>;
}
