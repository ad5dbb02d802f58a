"use client";
import { useEffect, useRef } from "react";

const WALK = "walk";
/** Walks that are open: one may be taken down while the next, with another plan, is put up. */
let open = 0;

const isInAddress = (): boolean => window.location.hash === `#${WALK}`;

/** A walk stands in the address: the browser's Back closes it, and a walk that is left takes itself out again. */
export const useBackCloses = (onLeave: () => void): void => {
  const leave = useRef(onLeave);
  leave.current = onLeave;
  useEffect(() => {
    open++;
    if (!isInAddress()) window.history.pushState(window.history.state, "", `#${WALK}`);
    const back = () => {
      if (!isInAddress()) leave.current();
    };
    window.addEventListener("popstate", back);
    return () => {
      open--;
      window.removeEventListener("popstate", back);
      setTimeout(() => {
        if (open === 0 && isInAddress()) window.history.back();
      });
    };
  }, []);
};
