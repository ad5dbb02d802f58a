"use client";
import { useEffect, useRef, useState } from "react";

/** Ink and lines of the looks in use. */
export interface Inks {
  readonly ink: string;
  readonly rule: string;
  readonly grid: string;
  readonly paper: string;
}

const inksNow = (): Inks => {
  const style = getComputedStyle(document.documentElement);
  const of = (name: string) => style.getPropertyValue(`--color-${name}`).trim();
  return { ink: of("ink"), rule: of("rule"), grid: of("grid"), paper: of("paper") };
};

/**
 * A chart in the shop's own ink; drawn anew when its figures change or the window does. What draws it is fetched when a
 * chart first comes into sight: it is larger than all else on the page together, and the figures beside it need none.
 */
export const Chart = ({ label, option }: { label: string; option: (inks: Inks) => object }) => {
  const box = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState(false);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    if (!box.current || seen) return;
    const watch = new IntersectionObserver((all) => all.some((one) => one.isIntersecting) && setSeen(true), {
      rootMargin: "200px",
    });
    watch.observe(box.current);
    return () => watch.disconnect();
  }, [seen]);
  useEffect(() => {
    const here = box.current;
    if (!here || !seen) return;
    let takeDown = () => {};
    let gone = false;
    import("./drawn").then(
      ({ drawn }) => {
        if (gone) return;
        setFailed(false);
        const look = { animation: false, textStyle: { fontFamily: "B612", fontSize: 16 } };
        takeDown = drawn(here, { ...look, ...option(inksNow()) });
      },
      () => setFailed(true),
    );
    return () => {
      gone = true;
      takeDown();
    };
  }, [option, seen]);
  return (
    <>
      {failed && <p>The record does not answer, so the chart is not drawn; open the page again when it does.</p>}
      <div ref={box} role="img" aria-label={label} className="h-64 w-full" />
    </>
  );
};
