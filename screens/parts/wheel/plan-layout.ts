import type { PlacedSpoke } from "@/core/lacing/placement";
import type { Wheel } from "@/core/wheel/wheel-file";

export interface PlanView {
  readonly seenFrom: "A" | "B";
  /** Draw the hub's neighbourhood four times as large, round the spoke in hand. */
  readonly closeUp: boolean;
  /** Degrees the wheel is turned clockwise on the page. */
  readonly turned: number;
  /** 1 shows the whole wheel; more draws nearer to the hub. */
  readonly zoom: number;
}

/** A wheel on the page: mm become the drawing's units. */
export interface PlanLayout {
  readonly seenFrom: "A" | "B";
  /** Half the effective rim diameter, mm. */
  readonly R: number;
  readonly hubR: number;
  /** Where a point of the wheel lies on the page. */
  readonly at: (p: readonly number[]) => readonly [number, number];
  readonly viewBox: string;
  /** A hundredth of what is seen: lines keep their width at any zoom. */
  readonly unit: number;
  readonly text: number;
}

export const planLayout = (wheel: Wheel, view: PlanView, held: PlacedSpoke | undefined): PlanLayout => {
  const { seenFrom, closeUp, turned, zoom } = view;
  const R = wheel.rim.erd / 2;
  // Seen from side A angles run clockwise from the top; turned over they run the other way.
  const flip = seenFrom === "A" ? 1 : -1;
  const [c, q] = [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)];
  const at = (p: readonly number[]): readonly [number, number] => {
    const [x, y] = [-p[1] * flip, -p[0]];
    return [x * c - y * q, x * q + y * c];
  };
  const seen =
    closeUp && held
      ? { x: at(held.hubPoint)[0] - R * 0.27, y: at(held.hubPoint)[1] - R * 0.27, size: R * 0.54 }
      : { x: (-R * 1.16) / zoom, y: (-R * 1.16) / zoom, size: (R * 2.32) / zoom };
  // A close-up is shown small: its lines must not thin out with it.
  const unit = (seen.size / 100) * (closeUp ? 2 : 1);
  return {
    ...{ seenFrom, R, at, unit },
    hubR: Math.max(wheel.hub.A.holeCircle, wheel.hub.B.holeCircle) / 2,
    viewBox: `${seen.x} ${seen.y} ${seen.size} ${seen.size}`,
    text: unit * 3.4,
  };
};
