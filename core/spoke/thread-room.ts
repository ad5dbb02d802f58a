/** Spoke thread and nipple, mm. */
export interface ThreadParts {
  readonly diameter: number;
  readonly pitch: number;
  /** Thread on the spoke. */
  readonly spokeThread: number;
  /** Thread in the nipple, from the bottom of the slot towards the hub. */
  readonly nippleThread: number;
  /** Slot: how far the nipple's head stands beyond the slot's bottom. */
  readonly slotDepth: number;
}

/** Where a spoke's end may finish, mm from the bottom of the slot, + beyond it (outward). */
export interface ThreadWindow {
  readonly shortest: number;
  readonly longest: number;
  /** What ends it outward: the spoke stands proud of the nipple, or its thread is used up. */
  readonly longestBecause: "proud" | "thread";
}

/** Least thread in engagement, mm: about eight turns or one spoke diameter, whichever is more (common practice). */
export const leastEngagement = (diameter: number, pitch: number): number => Math.max(diameter, 8 * pitch);

/** mm of thread in engagement when the end stands `end` from the bottom of the slot. */
export const engagement = (p: ThreadParts, end: number): number =>
  Math.max(0, Math.min(0, end) - Math.max(-p.nippleThread, end - p.spokeThread));

/**
 * The window a spoke's end must finish in: enough thread held at the short end; at the long end the nipple runs onto the
 * plain shank, or the end stands out of the nipple's head into tape and tube.
 */
export const threadWindow = (p: ThreadParts): ThreadWindow => {
  const thread = p.spokeThread - p.nippleThread;
  const longest = Math.min(thread, p.slotDepth);
  return {
    shortest: leastEngagement(p.diameter, p.pitch) - Math.min(p.nippleThread, p.spokeThread),
    longest,
    longestBecause: thread < p.slotDepth ? "thread" : "proud",
  };
};

/** How one length of spoke sits in its nipple. */
export interface ThreadRoom {
  /** mm from the bottom of the slot, + beyond it. */
  readonly end: number;
  readonly engagedTurns: number;
  /** Turns the nipple can still be tightened, and slackened, inside the window; negative when already past it. */
  readonly turnsUp: number;
  readonly turnsDown: number;
  readonly verdict: "fits" | "tight" | "short" | "long";
  readonly text: string;
}

/** Turns of truing a nipple should have left either way. */
const TRUING_TURNS = 1;

/** @param length mm, of the spoke in hand @param wanted mm, whose end reaches the bottom of the slot */
export const threadRoom = (p: ThreadParts, length: number, wanted: number): ThreadRoom => {
  const window = threadWindow(p);
  const end = length - wanted;
  const turnsUp = (window.longest - end) / p.pitch;
  const turnsDown = (end - window.shortest) / p.pitch;
  const engagedTurns = engagement(p, end) / p.pitch;
  const where =
    Math.abs(end) < 0.05
      ? "ends at the slot"
      : `ends ${Math.abs(end).toFixed(1)} ${end > 0 ? "beyond" : "short of"} the slot`;
  if (turnsDown < 0)
    return {
      end,
      engagedTurns,
      turnsUp,
      turnsDown,
      verdict: "short",
      text: `${where}: ${engagedTurns.toFixed(1)} turns hold, ${(leastEngagement(p.diameter, p.pitch) / p.pitch).toFixed(1)} are needed`,
    };
  if (turnsUp < 0)
    return {
      end,
      engagedTurns,
      turnsUp,
      turnsDown,
      verdict: "long",
      text:
        window.longestBecause === "thread"
          ? `${where}: the nipple runs out of thread ${(-turnsUp).toFixed(1)} turns before it is tight`
          : `${where}: it stands ${(end - p.slotDepth).toFixed(1)} out of the nipple, into the tape`,
    };
  const tight = turnsUp < TRUING_TURNS || turnsDown < TRUING_TURNS;
  return {
    end,
    engagedTurns,
    turnsUp,
    turnsDown,
    verdict: tight ? "tight" : "fits",
    text: `${where}, ${turnsUp.toFixed(1)} turns left to tighten, ${turnsDown.toFixed(1)} to slacken`,
  };
};

/**
 * The thinnest washer of those at hand, put under the nipple's head, that brings a spoke that is too long inside its
 * window; it lifts the slot outward by its thickness. Null when none does, or none is needed.
 */
export const washerFor = (
  p: ThreadParts,
  length: number,
  wanted: number,
  thicknesses: readonly number[],
): number | null => {
  if (threadRoom(p, length, wanted).turnsUp >= TRUING_TURNS) return null;
  const fits = (t: number) => {
    const room = threadRoom(p, length, wanted + t);
    return room.turnsUp >= TRUING_TURNS && room.turnsDown >= 0;
  };
  return [...thicknesses].sort((a, b) => a - b).find(fits) ?? null;
};
