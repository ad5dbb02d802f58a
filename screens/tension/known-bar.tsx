"use client";
import { useState } from "react";
import { NEWTON_PER_KGF, NEWTON_PER_LBF } from "@/core/units/lengths";
import { readLength } from "@/core/units/read-number";
import { EntryBar } from "../parts/entry-bar";
import { useForce } from "../parts/kept-choice";

const PER = { N: 1, kgf: NEWTON_PER_KGF, lbf: NEWTON_PER_LBF } as const;

/** The tension of one spoke, known by a gauge or a hung weight: it calibrates its kind. */
export const KnownBar = ({
  spoke,
  onTake,
  onClose,
}: {
  spoke: number;
  onTake: (newton: number, typed: string) => void;
  onClose: () => void;
}) => {
  const [unit, setUnit] = useForce();
  const [message, setMessage] = useState<string | null>(null);
  return (
    <EntryBar
      prompt={`tension of spoke ${spoke}`}
      how="by a gauge you trust, or a weight hung on the spoke in kgf; its note is taken already"
      kind="number"
      unit={unit}
      onUnit={() => setUnit(unit === "N" ? "kgf" : unit === "kgf" ? "lbf" : "N")}
      message={message}
      onTake={(typed) => {
        const read = readLength(typed, "mm");
        if (!read.ok) return setMessage(read.message);
        if (read.value <= 0) return setMessage(`${typed} holds nothing; a spoke that rings has some tension`);
        onTake(read.value * PER[unit], `${typed} ${unit}`);
      }}
      onClose={onClose}
    />
  );
};
