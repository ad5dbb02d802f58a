"use client";
import { useEffect } from "react";

/** Says words with the browser's own voice; a new sentence stops the last. Silent where there is no voice. */
export const useSpoken = (words: string, on: boolean): void => {
  useEffect(() => {
    if (!on || typeof speechSynthesis === "undefined") return;
    speechSynthesis.cancel();
    const sentence = new SpeechSynthesisUtterance(words);
    sentence.lang = "en-GB";
    sentence.rate = 0.95;
    speechSynthesis.speak(sentence);
    return () => speechSynthesis.cancel();
  }, [words, on]);
};
