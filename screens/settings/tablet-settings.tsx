"use client";
import { DIAL_KINDS } from "@/core/runout/dials";
import { nextForce } from "@/core/units/forces";
import { useAtDevice } from "../parts/kept/at-device";
import { UNITS, useDial, useForce, useLockKey, usePedal, useUnit, useVoice } from "../parts/kept/kept-choice";
import { DIAL_WORDS } from "../true/dial-words";
import { LearntKey } from "./learnt-key";

const next = <T,>(list: readonly T[], now: T): T => list[(list.indexOf(now) + 1) % list.length];

/** What this tablet keeps for itself. */
export const TabletSettings = ({ row }: { row: string }) => {
  const [unit, setUnit] = useUnit();
  const [force, setForce] = useForce();
  const [voice, setVoice] = useVoice();
  const [pedal, setPedal] = usePedal();
  const [lockKey, setLockKey] = useLockKey();
  const at = useAtDevice();
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
      <LearntKey
        className={row}
        label="foot pedal"
        value={pedal}
        ask="press the pedal now"
        // Figures are typed in a walk.
        isTaken={(key) => /^[0-9./-]$/.test(key) || key === lockKey}
        onLearn={setPedal}
      />
      {at && (
        <LearntKey
          className={row}
          label="key or pedal that locks this tablet"
          value={lockKey}
          ask="press it now"
          // It locks wherever one is, also where words are typed.
          isTaken={(key) => [...key].length === 1 || key === pedal}
          onLearn={setLockKey}
        />
      )}
    </>
  );
};

/** What the rim is read in at this tablet. */
export const TabletDial = ({ row }: { row: string }) => {
  const [dial, setDial] = useDial();
  return (
    <button type="button" className={row} onClick={() => setDial(next(DIAL_KINDS, dial))}>
      <span>the rim is read at this tablet {DIAL_WORDS[dial].words}</span>
      <b className="whitespace-nowrap">{DIAL_WORDS[dial].label}</b>
    </button>
  );
};
