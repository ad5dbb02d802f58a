"use client";
import type { ReactNode } from "react";
import { CAUTIONS } from "@/core/sheet/sheet";

const STEP = 1 / 16;

const Key = ({ onPress, children }: { onPress: () => void; children: ReactNode }) => (
  <button
    type="button"
    onClick={onPress}
    className="min-h-18 border border-ink px-1 text-2xl leading-tight max-sm:portrait:min-h-14 max-sm:portrait:text-lg"
  >
    {children}
  </button>
);
const Column = ({ children }: { children: ReactNode }) => (
  <div className="flex min-h-full flex-col items-stretch justify-center gap-3">{children}</div>
);

interface TurnedAlreadyProps {
  readonly onYes: () => void;
  readonly onNo: () => void;
  readonly onUnsure?: () => void;
}

/** After a break: whether the nipple at hand was turned before it. */
export const TurnedAlready = ({ onYes, onNo, onUnsure }: TurnedAlreadyProps) => (
  <Column>
    <Key onPress={onYes}>yes, it was</Key>
    <Key onPress={onNo}>no, not yet</Key>
    {onUnsure && <Key onPress={onUnsure}>not sure: leave it, read there again</Key>}
  </Column>
);

/** After all were told to be turned at one go: the one key that takes it back. */
export const ToldAtOnce = ({ count, onTakeBack }: { count: number; onTakeBack: () => void }) => (
  <Column>
    <p className="text-2xl">{count} nipples went into the record as told, at one go.</p>
    <Key onPress={onTakeBack}>they were not turned: take all {count} back</Key>
  </Column>
);

/** At a nipple whose turn stands in the record. */
export const Recorded = () => (
  <Column>
    <p className="text-2xl">This turn is in the record. If it was not made, or was wrong, undone takes it out again.</p>
  </Column>
);

interface TurningKeysProps {
  readonly view: "tyre" | "hub";
  readonly tyreOn: boolean;
  readonly onView: () => void;
  /** Turns more, + tighter. */
  readonly onAlter: (by: number) => void;
  readonly onFound?: (how: "stuck" | "slipped") => void;
  /** How many are left, this one with them; and what says that all of them were turned as told. */
  readonly left: number;
  readonly onRest: () => void;
}

/** Beside the nipple at hand: from where it is seen, a little more or less, and what it may be found to do. */
export const TurningKeys = ({ view, tyreOn, onView, onAlter, onFound, left, onRest }: TurningKeysProps) => (
  <Column>
    <Key onPress={onView}>seen from the {view === "tyre" ? "tyre side" : "hub"}: change</Key>
    <div className="grid grid-cols-2 gap-3">
      <Key onPress={() => onAlter(-STEP)}>1/16 less</Key>
      <Key onPress={() => onAlter(STEP)}>1/16 more</Key>
      {onFound && (
        <>
          <Key onPress={() => onFound("stuck")}>won't turn</Key>
          <Key onPress={() => onFound("slipped")}>slipped back</Key>
        </>
      )}
    </div>
    {left > 1 && <Key onPress={onRest}>all {left} turned as told</Key>}
    <p className="text-lg">
      {tyreOn ? CAUTIONS.tyre : "Go a little past and come back: the spoke twists with its nipple."}
    </p>
  </Column>
);
