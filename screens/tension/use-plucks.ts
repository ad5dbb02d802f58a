"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Taking } from "@/core/rounds/taking";
import type { Told as Heard } from "@/core/tension/ear/listen";
import { noteRange, type SoundKind } from "@/core/tension/sounding";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { TakeReadings } from "../parts/walk/use-take-readings";
import { useEar } from "./use-ear";

interface PlucksOptions {
  readonly jobId: string;
  readonly wheel: Wheel;
  /** The spoke in hand, and what kind it is of. */
  readonly at: number;
  readonly kind: SoundKind;
  /** Hear the practice wheel instead of the microphone. */
  readonly practice: boolean;
  readonly onTake: TakeReadings;
  readonly onMove: (to: number) => void;
}

/** What is heard at the spoke in hand: a clear note is taken and the next spoke's turn comes; what is not clear is asked. */
export const usePlucks = ({ jobId, wheel, at, kind, practice, onTake, onMove }: PlucksOptions) => {
  const [words, setWords] = useState<string | null>(null);
  const [shown, setShown] = useState<{ note: number; early: boolean } | null>(null);
  const [held, setHeld] = useState<Taking | null>(null);
  const here = useRef(at);
  here.current = at;
  const range = useMemo(() => noteRange(wheel, kind), [wheel, kind]);
  const move = (to: number) => {
    setHeld(null);
    onMove(to);
  };
  const take = (taking: Taking) => {
    setWords(onTake([taking]));
    setShown(null);
    move(taking.spoke + 1);
  };
  const heard = ({ kind: when, heard: told }: Heard) => {
    if (told.what === "refused") {
      if (when === "final") setWords(`not taken: ${told.why}`);
      return;
    }
    if (told.what === "dead") {
      if (when === "early") return;
      setShown(null);
      setHeld({ what: "note", spoke: here.current, value: 0, typed: "dead", doubtful: true, instrument: "ear" });
      return setWords(`${told.why}. Pluck again, or keep it as slack`);
    }
    setShown({ note: told.frequency, early: when === "early" });
    if (when === "early") return;
    const taking: Taking = {
      what: "note",
      spoke: here.current,
      value: Math.round(told.frequency * 100) / 100,
      typed: `${told.frequency.toFixed(1)} Hz`,
      instrument: "ear",
      unit: "Hz",
      sure: Math.round(told.sure * 100) / 100,
      doubtful: told.beside !== null,
    };
    if (told.beside !== null) {
      setHeld(taking);
      return setWords(
        `two notes, ${Math.round(told.frequency)} and ${Math.round(told.beside)}: hold the crossing, pluck again; or keep it`,
      );
    }
    take(taking);
  };
  const muted = useRef(false);
  const ear = useEar(range, (told) => {
    // Another device hears the same pluck: it would be taken twice.
    if (!muted.current) heard(told);
  });
  const opened = useRef(false);
  useEffect(() => {
    if (practice || opened.current) return;
    opened.current = true;
    void ear.openMicrophone();
  });
  const pluck = async () => {
    setWords(null);
    const response = await fetch(`/api/jobs/${jobId}/practice/pluck?spoke=${at}`);
    if (!response.ok) return setWords((await response.json()).error?.message ?? "the practice wheel does not answer");
    const wrong = await ear.hearFile(await response.arrayBuffer(), true);
    if (wrong) setWords(wrong);
  };
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    const wrong = await ear.hearFile(await file.arrayBuffer(), false);
    setWords(wrong);
  };
  return {
    ...{ ear, range, words, shown, held, take, pluck, fromFile },
    /** Heard by another device. */
    hear: heard,
    mute: (is: boolean) => {
      muted.current = is;
    },
    /** On or back without a note. */
    pass: (to: number) => {
      setWords(null);
      setShown(null);
      move(to);
    },
  };
};
