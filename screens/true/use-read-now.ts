"use client";
import { useEffect, useRef } from "react";

/** Straight to the first reading, once, where the page was opened for that: a customer is waiting. */
export const useReadNow = (now: boolean, begin: () => void): void => {
  const begun = useRef(false);
  useEffect(() => {
    if (!now || begun.current) return;
    begun.current = true;
    begin();
    // Coming back to this address must not open another round.
    window.history.replaceState(null, "", window.location.pathname);
  });
};
