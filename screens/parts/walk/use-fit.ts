import { useCallback, useLayoutEffect, useRef } from "react";

/** Twentieths of the full size: down to 7; then words may take as many lines as they need. */
const FULL = 20;
const LEAST = 7;

const fits = (place: HTMLElement): boolean => {
  if (place.scrollHeight > place.clientHeight + 1 || place.scrollWidth > place.clientWidth + 1) return false;
  // Words that reach into its margin make the place itself no wider.
  if ([...place.children].some((part) => part.scrollWidth > part.clientWidth + 1)) return false;
  return [...place.querySelectorAll<HTMLElement>("[data-lines]")].every((part) => {
    const line = Number.parseFloat(getComputedStyle(part).lineHeight);
    return part.offsetHeight <= Number(part.dataset.lines) * line + 2;
  });
};

/** The largest that fits, by halves: every look makes the page measure all of the place anew. */
const enlarge = (place: HTMLElement): void => {
  const at = (part: number): boolean => {
    place.style.setProperty("--fit", (part / FULL).toFixed(2));
    return fits(place);
  };
  if (at(FULL)) return;
  let [fitting, over] = [LEAST, FULL];
  while (over - fitting > 1) {
    const part = Math.floor((fitting + over) / 2);
    if (at(part)) fitting = part;
    else over = part;
  }
  at(fitting);
};

/**
 * Writing as large as its place allows: sets `--fit` on the place, as near to 1 as it goes, so that nothing is higher or wider than
 * it and every part marked `data-lines` keeps to that many lines. Sizes in it are `calc(96px * var(--fit))`.
 */
export const useFit = <T extends HTMLElement>() => {
  const place = useRef<T>(null);
  /** What stood in it, and how large it was, when it was fitted last. */
  const fitted = useRef("");
  const fitAgain = useCallback(() => {
    const element = place.current;
    if (!element) return;
    const { clientWidth, clientHeight, textContent, childElementCount } = element;
    const now = `${clientWidth} ${clientHeight} ${childElementCount} ${textContent}`;
    if (now === fitted.current) return;
    enlarge(element);
    fitted.current = now;
  }, []);
  useLayoutEffect(fitAgain);
  useLayoutEffect(() => {
    const element = place.current;
    if (!element) return;
    const watch = new ResizeObserver(fitAgain);
    watch.observe(element);
    // Letters that come later are of another width.
    void document.fonts.ready.then(() => {
      fitted.current = "";
      fitAgain();
    });
    return () => watch.disconnect();
  }, [fitAgain]);
  return place;
};
