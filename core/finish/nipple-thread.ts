import { type ThreadParts, type ThreadRoom, threadRoom } from "../spoke/thread-room";

/** One spoke as it came and as its nipple was turned in truing. mm, turns. */
export interface ThreadedSpoke {
  readonly spoke: number;
  readonly side: "A" | "B";
  /** As ordered, or measured when it came in. */
  readonly length: number;
  /** Whose end reaches the bottom of the slot at the side's tension. */
  readonly wanted: number;
  /** In all, + tighter. */
  readonly turns: number;
}

/**
 * How the spoke nearest to an end of its thread sits in its nipple once the wheel is true. Turning a whole side alike
 * brings it to its tension, where `wanted` holds; only what a nipple was turned more than its side's mean moves its
 * spoke's end from there.
 *
 * @returns null for no spokes
 */
export const nearestThreadEnd = (
  parts: ThreadParts,
  spokes: readonly ThreadedSpoke[],
): { readonly spoke: number; readonly room: ThreadRoom } | null => {
  const mean = (side: "A" | "B") => {
    const own = spokes.filter((s) => s.side === side);
    return own.reduce((sum, s) => sum + s.turns, 0) / Math.max(1, own.length);
  };
  const means = { A: mean("A"), B: mean("B") };
  const left = (room: ThreadRoom) => Math.min(room.turnsUp, room.turnsDown);
  return spokes
    .map((s) => ({
      spoke: s.spoke,
      room: threadRoom(parts, s.length + (s.turns - means[s.side]) * parts.pitch, s.wanted),
    }))
    .reduce<{ spoke: number; room: ThreadRoom } | null>(
      (worst, now) => (worst === null || left(now.room) < left(worst.room) ? now : worst),
      null,
    );
};
