"use client";
import { DIALS } from "@/core/runout/dials";
import type { ReadingsSource } from "../readings-source";
import { NeedleStrip, stripReach } from "./needle-strip";

/** mm: coarser than this there is no needle to lay flat. */
const A_DIAL = 0.1;

/** The dial laid flat: one tap where its needle stands. */
export const needle: ReadingsSource = {
  key: "needle",
  fits: ({ onDial }, dial) => onDial && DIALS[dial].mm < A_DIAL,
  Entry: ({ stop, dial, names, taken, known, offer }) => (
    <NeedleStrip
      ends={stop.what === "radial" ? ["low", "high"] : [`to ${names.B}`, `to ${names.A}`]}
      reach={stripReach(known)}
      division={DIALS[dial].mm}
      taken={taken}
      onTake={(divisions) => offer({ typed: String(Math.abs(divisions)), sign: divisions < 0 ? -1 : 1 })}
    />
  ),
};
