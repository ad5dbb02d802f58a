import { useLayoutEffect, useRef } from "react";

/** Down to this part of the full size; then words may take as many lines as they need. */
const LEAST = 0.35;

/**
 * Writing as large as its place allows: sets `--fit` on the place, from 1 downward, until nothing is higher or wider than
 * it and every part marked `data-lines` keeps to that many lines. Sizes in it are `calc(96px * var(--fit))`.
 */
export const useFit = <T extends HTMLElement>() => {
  const place = useRef<T>(null);
  useLayoutEffect(() => {
    const element = place.current;
    if (!element) return;
    const fits = (): boolean => {
      if (element.scrollHeight > element.clientHeight + 1 || element.scrollWidth > element.clientWidth + 1)
        return false;
      return [...element.querySelectorAll<HTMLElement>("[data-lines]")].every((part) => {
        const line = Number.parseFloat(getComputedStyle(part).lineHeight);
        return part.offsetHeight <= Number(part.dataset.lines) * line + 2;
      });
    };
    const shrink = () => {
      for (let part = 1; part >= LEAST; part -= 0.05) {
        element.style.setProperty("--fit", part.toFixed(2));
        if (fits()) return;
      }
    };
    shrink();
    // Only the place's own size counts, which what stands in it does not change.
    const watch = new ResizeObserver(shrink);
    watch.observe(element);
    return () => watch.disconnect();
  });
  return place;
};
