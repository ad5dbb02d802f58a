"use client";
import { DIAL_KINDS } from "@/core/runout/dials";
import { EntryBar } from "../../parts/bench/entry-bar";
import type { ReadingsSource } from "../readings-source";

/** A figure typed, and the key that says which way. */
export const keys: ReadingsSource = {
  key: "keys",
  fits: () => true,
  Entry: ({ stop, asked, dial, offset, message, offer, onDial, onBack }) => (
    <EntryBar
      prompt={asked.prompt}
      how={asked.how}
      kind="number"
      unit={asked.unit}
      onUnit={asked.onDial ? () => onDial(DIAL_KINDS[(DIAL_KINDS.indexOf(dial) + 1) % DIAL_KINDS.length]) : undefined}
      tool={stop.what === "offset" ? offset.tool : asked.plus?.words}
      onTool={stop.what === "offset" ? offset.nextTool : asked.plus?.turn}
      takeKeys={asked.keys}
      message={message}
      onTake={(typed, sign, same) => offer({ typed, sign, same })}
      onBack={onBack}
    />
  ),
};
