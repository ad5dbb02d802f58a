import type { Wheel } from "../wheel/wheel-file";
import { type PlacedSpoke, placeSpokes } from "./placement";

/** What replacing one spoke needs to know of the wheel. */
export interface Replacement {
  readonly spoke: PlacedSpoke;
  /** The like spokes, four rim holes back and four on. */
  readonly back: PlacedSpoke;
  readonly on: PlacedSpoke;
  /** Do both agree in flange, lean and head? */
  readonly agree: boolean;
  /** Which to copy, and why only that one, where they differ. */
  readonly copy: "either" | "back" | "on" | "ask";
  readonly text: string;
}

const like = (a: PlacedSpoke, b: PlacedSpoke): boolean =>
  a.flange === b.flange && a.lean === b.lean && a.head === b.head;

/**
 * A spoke copies those four rim holes away: same flange, same lean, same head. Where hub holes stay empty their lengths
 * may differ; the one whose length is nearer to the plan's is copied.
 */
export const replacementFor = (wheel: Wheel, spoke: number): Replacement => {
  const spokes = placeSpokes(wheel);
  const n = spokes.length;
  const at = (k: number) => spokes[(((k - 1) % n) + n) % n];
  const [own, back, on] = [at(spoke), at(spoke - 4), at(spoke + 4)];
  const agree = like(back, on);
  if (!agree)
    return {
      spoke: own,
      back,
      on,
      agree,
      copy: "ask",
      text: `${back.spoke} and ${on.spoke} differ: look which of them ${spoke} matches before anything is cut`,
    };
  const [toBack, toOn] = [Math.abs(back.length - own.length), Math.abs(on.length - own.length)];
  if (Math.max(toBack, toOn) > 0.3) {
    const nearer = toBack <= toOn ? back : on;
    return {
      spoke: own,
      back,
      on,
      agree,
      copy: nearer === back ? "back" : "on",
      text: `copy ${nearer.spoke}: with empty hub holes the other one is ${Math.abs((nearer === back ? on : back).length - own.length).toFixed(1)} mm away`,
    };
  }
  return {
    spoke: own,
    back,
    on,
    agree,
    copy: "either",
    text: `copy ${back.spoke} or ${on.spoke}: same flange, same lean, same head`,
  };
};

/** What is known of the break. */
export interface BreakFacts {
  readonly where: "elbow" | "middle" | "thread" | null;
  readonly before: boolean | null;
  readonly head: "out" | "in";
  readonly seat: "bent" | "straight";
}

/** What the break says, and what has to come off; in a builder's words, gravest first. */
export const breakAdvice = (b: BreakFacts): string[] => {
  const out: string[] = [];
  if (b.before)
    out.push(
      "A second break: the others have done the same work. Test them all by squeezing pairs, or replace the whole set; one at a time it will go on.",
    );
  if (b.where === "elbow")
    out.push(
      "Broken at the elbow: it worked there because it had gone slack. Look for other slack ones on the same side; tension cures it, not another head.",
    );
  if (b.where === "middle")
    out.push(
      "Broken in the middle: something struck it, or it was nicked. Look at its neighbours and at chain or brake for what touched them.",
    );
  if (b.where === "thread")
    out.push(
      "Broken at the thread: bent at the nipple or over-tightened. See that the new one leaves its hole straight and the nipple turns in its seat.",
    );
  out.push(
    "The nipple's head is reached from the rim's bed: tyre, tube and tape come off unless the old nipple turns on the new thread from outside. Tyre on: the end must not come through the tape.",
  );
  out.push(
    b.seat === "straight"
      ? "A straight spoke slides in along its bore; nothing else has to come off."
      : b.head === "out"
        ? "Head outside: it goes in from outside the flange. A sprocket or disc on that side comes off; a brake plate may stay."
        : "Head inside: it is pushed out from between the flanges. The brake plate or the wheel's drum cover may have to come out to swing it; bend it gently over its length, never at the elbow.",
  );
  out.push(
    "Tighten it to the note or feel of its like neighbours, then read side to side and hop over eight spokes either way; again after the first ride.",
  );
  return out;
};
