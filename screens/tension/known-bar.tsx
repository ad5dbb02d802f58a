"use client";
import { useState } from "react";
import type { Taking } from "@/core/rounds/taking";
import { NEWTON_PER, nextForce } from "@/core/units/forces";
import { readForce } from "@/core/units/read-force";
import { EntryBar } from "../parts/bench/entry-bar";
import { useForce } from "../parts/kept/kept-choice";

/** The tension of one spoke, known by a gauge or a hung weight: it calibrates its kind. */
export const KnownBar = ({
  spoke,
  onTake,
  onClose,
}: {
  spoke: number;
  onTake: (known: Pick<Taking, "value" | "typed" | "unit" | "per" | "instrument">) => void;
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
      onUnit={() => setUnit(nextForce(unit))}
      message={message}
      onTake={(typed) => {
        const read = readForce(typed, unit);
        if (!read.ok) return setMessage(read.message);
        if (read.value <= 0) return setMessage(`${typed} holds nothing; a spoke that rings has some tension`);
        const given = { unit: read.unit, per: NEWTON_PER[read.unit] };
        onTake({ value: read.newton, typed, ...given, instrument: "gauge" });
      }}
      onClose={onClose}
    />
  );
};
