"use client";
import { useEffect, useLayoutEffect } from "react";

interface WalkKeys {
  /** The key a foot pedal sends; empty for none. */
  readonly pedal: string;
  readonly onDone?: () => void;
  readonly onBack: () => void;
  readonly onSkip: () => void;
  readonly onLeave: () => void;
}

/** Space, Enter and the pedal do the main key's work, arrows go on and back, Escape leaves. */
export const useWalkKeys = ({ pedal, onDone, onBack, onSkip, onLeave }: WalkKeys): void => {
  // Before the next spoke is seen its own keys must be in place: a press in between would do the last one's work again.
  useLayoutEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.repeat) return;
      if (e.key === "Escape") onLeave();
      const foot = pedal !== "" && e.key === pedal;
      const inField = e.target instanceof HTMLInputElement;
      if (inField && !foot) return;
      // A key that has the focus is the one that is pressed.
      const acts = e.target instanceof HTMLElement && e.target.closest("button, a, label, [role=slider]") !== null;
      if (acts && !foot && (e.key === " " || e.key === "Enter")) return;
      if (foot || e.key === " " || e.key === "Enter") {
        e.preventDefault();
        onDone?.();
      } else if (e.key === "Backspace" || e.key === "ArrowLeft") onBack();
      else if (e.key === "ArrowRight") onSkip();
    };
    const tapped = (e: MouseEvent) => {
      // Tapped, not walked to by keyboard: the focus does not stay on it, and Enter is the main key again.
      if (e.detail > 0 && e.target instanceof Element) e.target.closest("button")?.blur();
    };
    window.addEventListener("keydown", press);
    window.addEventListener("click", tapped);
    return () => {
      window.removeEventListener("keydown", press);
      window.removeEventListener("click", tapped);
    };
  });
};

/** The screen is kept awake where the browser allows; refused quietly elsewhere. */
export const useAwake = (): void => {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    navigator.wakeLock?.request("screen").then(
      (l) => {
        lock = l;
      },
      () => undefined,
    );
    return () => {
      lock?.release();
    };
  }, []);
};
