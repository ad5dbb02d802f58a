"use client";
import { useEffect } from "react";
import { sendWaiting } from "./outbox";

/** ms a page is held back at most for a record that does not answer. */
const PATIENCE = 4000;

/**
 * What could not be sent before a break goes now; then the page is loaded anew, from the record that has it. With
 * nothing sent the page is awake, and what was tapped meanwhile is done (public/early-taps.js).
 */
export const LateLetters = () => {
  useEffect(() => {
    let awake = false;
    const wake = () => {
      awake = true;
      window.dispatchEvent(new Event("tall-compass-awake"));
    };
    const tired = setTimeout(wake, PATIENCE);
    void sendWaiting().then((sent) => {
      clearTimeout(tired);
      // A page at work already is left alone: a walk would lose its place under the hand.
      if (!awake) sent > 0 ? window.location.reload() : wake();
    });
    return () => clearTimeout(tired);
  }, []);
  return null;
};
