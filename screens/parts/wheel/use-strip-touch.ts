import { type PointerEvent, useRef } from "react";
import { LEFT, type StripLayout } from "./strip-layout";

/** Pixels of dragging for a sixteenth of a turn. */
const DRAG_STEP = 8;
/** How near the nipples a finger takes one, px. */
const NEAR = 28;

/** A finger on the strip picks a spoke; on its nipple it turns it, up tighter, a sixteenth for every eight pixels. */
export const useStripTouch = (
  layout: StripLayout,
  onPick: (spoke: number) => void,
  onTurn: ((spoke: number, by: number) => void) | undefined,
) => {
  const drag = useRef<{ spoke: number; y: number } | null>(null);
  return {
    onPointerDown: (e: PointerEvent<SVGSVGElement>) => {
      const edge = e.currentTarget.getBoundingClientRect();
      const at = layout.from + Math.floor((e.clientX - edge.left - LEFT) / layout.gap) + 1;
      const spoke = Math.min(layout.to, Math.max(layout.from + 1, at));
      onPick(spoke);
      if (onTurn && Math.abs(e.clientY - edge.top - layout.lane.strings.y) < NEAR) {
        drag.current = { spoke, y: e.clientY };
        e.currentTarget.setPointerCapture(e.pointerId);
      }
    },
    onPointerMove: (e: PointerEvent<SVGSVGElement>) => {
      const held = drag.current;
      if (!held || !onTurn) return;
      const steps = Math.trunc((held.y - e.clientY) / DRAG_STEP);
      if (steps === 0) return;
      held.y -= steps * DRAG_STEP;
      onTurn(held.spoke, steps / 16);
    },
    onPointerUp: () => {
      drag.current = null;
    },
  };
};
