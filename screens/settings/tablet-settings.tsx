"use client";
import { DIAL_KINDS } from "@/core/runout/dials";
import { nextForce } from "@/core/units/forces";
import { UNITS, useDial, useForce, useUnit, useVoice } from "../parts/kept/kept-choice";
import { DIAL_WORDS } from "../true/dial-words";
import { PedalKey } from "./pedal-key";

const next = <T,>(list: readonly T[], now: T): T => list[(list.indexOf(now) + 1) % list.length];

/** What this tablet keeps for itself. */
export const TabletSettings = ({ row }: { row: string }) => {
  const [unit, setUnit] = useUnit();
  const [force, setForce] = useForce();
  const [voice, setVoice] = useVoice();
  return (
    <>
      <button type="button" className={row} onClick={() => setUnit(next(UNITS, unit))}>
        <span>lengths in</span>
        <b>{unit}</b>
      </button>
      <button type="button" className={row} onClick={() => setForce(nextForce(force))}>
        <span>tension in</span>
        <b>{force}</b>
      </button>
      <button type="button" className={row} onClick={() => setVoice(voice === "on" ? "off" : "on")}>
        <span>walks spoken aloud</span>
        <b>{voice}</b>
      </button>
      <PedalKey className={row} />
    </>
  );
};

/** What the rim is read in at this tablet. */
export const TabletDial = ({ row }: { row: string }) => {
  const [dial, setDial] = useDial();
  return (
    <button type="button" className={row} onClick={() => setDial(next(DIAL_KINDS, dial))}>
      <span>the rim is read at this tablet {DIAL_WORDS[dial].words}</span>
      <b>{DIAL_WORDS[dial].label}</b>
    </button>
  );
};
