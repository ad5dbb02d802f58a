"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Told } from "@/core/tension/ear/listen";
import type { NoteRange } from "@/core/tension/ear/pluck";

/** What the page says to the listener beside it. */
export type EarQuestion =
  | { readonly kind: "begin"; readonly rate: number; readonly range: NoteRange }
  | { readonly kind: "range"; readonly range: NoteRange }
  | { readonly kind: "sound"; readonly samples: Float32Array };

export type EarState = "off" | "listening" | "no microphone";

interface Ear {
  readonly state: EarState;
  /** Loudness just now, 0…1. */
  readonly level: number;
  /** Asks for the microphone and listens until the page goes. */
  readonly openMicrophone: () => Promise<void>;
  /** Hears a sound file, or what the practice wheel answers with; played aloud if wanted. */
  readonly hearFile: (bytes: ArrayBuffer, aloud: boolean) => Promise<string | null>;
}

/** Samples handed over at a time. */
const PIECE = 2048;

/**
 * An ear for plucks: the microphone, a file or the practice wheel behind one listener.
 *
 * @param range Hz the spoke in hand can sound in
 */
export const useEar = (range: NoteRange, onTold: (told: Told) => void): Ear => {
  const [state, setState] = useState<EarState>("off");
  const [level, setLevel] = useState(0);
  const worker = useRef<Worker | null>(null);
  const context = useRef<AudioContext | null>(null);
  const stream = useRef<MediaStream | null>(null);
  const tell = useRef(onTold);
  tell.current = onTold;
  const rangeNow = useRef(range);
  rangeNow.current = range;
  const begin = useCallback((): { audio: AudioContext; ear: Worker } => {
    const audio = context.current ?? new AudioContext();
    context.current = audio;
    void audio.resume();
    if (!worker.current) {
      const ear = new Worker(new URL("./ear-worker.ts", import.meta.url));
      ear.onmessage = ({ data }: MessageEvent<{ told: readonly Told[]; level: number }>) => {
        setLevel(data.level);
        for (const t of data.told) tell.current(t);
      };
      ear.postMessage({ kind: "begin", rate: audio.sampleRate, range: rangeNow.current } satisfies EarQuestion);
      worker.current = ear;
    }
    return { audio, ear: worker.current };
  }, []);
  useEffect(() => {
    worker.current?.postMessage({ kind: "range", range } satisfies EarQuestion);
  }, [range]);
  useEffect(
    () => () => {
      for (const track of stream.current?.getTracks() ?? []) track.stop();
      worker.current?.terminate();
      worker.current = null;
      void context.current?.close();
      context.current = null;
    },
    [],
  );
  return {
    state,
    level,
    openMicrophone: async () => {
      try {
        // What a browser does to voices would bend a spoke's note.
        stream.current = await navigator.mediaDevices.getUserMedia({
          audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
        });
        const { audio, ear } = begin();
        await audio.audioWorklet.addModule("/ear-capture.js");
        const capture = new AudioWorkletNode(audio, "ear-capture");
        capture.port.onmessage = ({ data }: MessageEvent<Float32Array>) =>
          ear.postMessage({ kind: "sound", samples: data } satisfies EarQuestion);
        audio.createMediaStreamSource(stream.current).connect(capture);
        setState("listening");
      } catch {
        setState("no microphone");
      }
    },
    hearFile: async (bytes, aloud) => {
      const { audio, ear } = begin();
      let sound: AudioBuffer;
      try {
        sound = await audio.decodeAudioData(bytes);
      } catch {
        return "this is no sound a browser can read; a WAV will do";
      }
      if (aloud) {
        const voice = audio.createBufferSource();
        voice.buffer = sound;
        voice.connect(audio.destination);
        voice.start();
      }
      const samples = sound.getChannelData(0);
      // A breath of quiet before and after, so that one sound's end is not the next one's beginning.
      const quiet = new Float32Array(Math.round(0.12 * audio.sampleRate));
      ear.postMessage({ kind: "sound", samples: quiet } satisfies EarQuestion);
      for (let i = 0; i < samples.length; i += PIECE)
        ear.postMessage({ kind: "sound", samples: samples.slice(i, i + PIECE) } satisfies EarQuestion);
      ear.postMessage({ kind: "sound", samples: quiet } satisfies EarQuestion);
      return null;
    },
  };
};
