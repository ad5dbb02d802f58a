"use client";

/** Hz and how often, each a twelfth of a second: heard over a compressor, told apart without looking. */
const SOUNDS = { taken: { hertz: 1320, times: 1 }, doubt: { hertz: 330, times: 2 } } as const;
const LENGTH = 0.08;
const LOUD = 0.2;
const FLASH_MS = 140;

let audio: AudioContext | null = null;

/** A sound and a flash of the screen's edge for taken and for doubt; off by one switch for the whole shop. */
export const signal = (what: keyof typeof SOUNDS): void => {
  const page = document.documentElement;
  if (page.dataset.sounds !== "on") return;
  page.dataset.signal = what;
  setTimeout(() => {
    delete page.dataset.signal;
  }, FLASH_MS);
  if (typeof AudioContext === "undefined") return;
  audio ??= new AudioContext();
  const { hertz, times } = SOUNDS[what];
  for (let k = 0; k < times; k++) {
    const from = audio.currentTime + k * 2 * LENGTH;
    const tone = audio.createOscillator();
    const level = audio.createGain();
    tone.frequency.value = hertz;
    // Faded out: a tone cut short clicks, and a click is what a doubt is not.
    level.gain.setValueAtTime(LOUD, from);
    level.gain.exponentialRampToValueAtTime(0.001, from + LENGTH);
    tone.connect(level).connect(audio.destination);
    tone.start(from);
    tone.stop(from + LENGTH);
  }
};
