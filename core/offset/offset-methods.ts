import type { FigureReader } from "../figures/reader";
import { type Ledger, ledger } from "../ledger/ledger";

/** How an offset is measured. */
export const OFFSET_METHODS = ["flip", "edge", "string", "frame"] as const;
export type OffsetMethod = (typeof OFFSET_METHODS)[number];

/** The sum of one way. */
export interface OffsetSum extends Ledger {
  readonly way: OffsetMethod;
}

/**
 * The offset as found, by each way it was measured. Every total is mm, rim centre from hub centre, + towards A.
 *
 * @param toCentre mm, flange to hub centre, each side
 */
export const offsetSums = (read: FigureReader, toCentre: { readonly A: Ledger; readonly B: Ledger }): OffsetSum[] => {
  const sums: OffsetSum[] = [];
  const add = (way: OffsetMethod, sum: Ledger) => sums.push({ ...sum, way });
  // A flip gauge set on one side and turned over shows twice how far the rim is out.
  if (read.has("offset.flipGap"))
    add("flip", ledger(["Offset", "flip gauge"], [read.term(0.5, "offset.flipGap", "gap after turning over")]));
  // From the hub's middle out to the face, in to the drum's edge, down to the rim's near edge, half a rim to its middle.
  if (read.hasAll(["offset.edgeDepth", "offset.edgeFromFace", "offset.edgeSide"])) {
    const to = read.word("offset.edgeSide") === "A" ? 1 : -1;
    add(
      "edge",
      ledger(
        ["Offset", "straight edge on the drum's edge"],
        [
          read.term(0.5 * to, "hub.width"),
          read.term(-to, "offset.edgeFromFace", "spacer face in to the edge"),
          read.term(-to, "offset.edgeDepth", "edge down to the rim"),
          read.term(-0.5 * to, "rim.width"),
        ],
      ),
    );
  }
  // String at +(rim's half width) on each side; what it clears the flange by tells the rim's middle from the flanges'.
  if (read.hasAll(["offset.stringA", "offset.stringB"]))
    add(
      "string",
      ledger(
        ["Offset", "string over both sides"],
        [
          read.term(0.5, "offset.stringA", "space, {A}"),
          read.term(-0.5, "offset.stringB", "space, {B}"),
          { label: "{A} flange to centre", times: 0.5, value: toCentre.A.total },
          { label: "{B} flange to centre", times: -0.5, value: toCentre.B.total },
        ],
      ),
    );
  return sums;
};

/**
 * In the frame: half the difference of the gaps. mm the rim stands from the frame's middle, + towards A: it stands
 * towards the smaller gap. Null unless both were taken.
 */
export const offsetFromFrame = (read: FigureReader): Ledger | null =>
  read.hasAll(["offset.frameA", "offset.frameB"])
    ? ledger(
        ["In the frame", "rim from the frame's middle"],
        [read.term(0.5, "offset.frameB", "gap, {B}"), read.term(-0.5, "offset.frameA", "gap, {A}")],
      )
    : null;

/**
 * The offset as found that counts: what was written down at once, else the first way measured. In the frame counts last:
 * it also holds whatever the frame itself is out.
 */
export const foundOffset = (read: FigureReader, sums: readonly Ledger[]): Ledger | null => {
  if (read.has("offset.found")) return ledger("Offset as found", [read.term(1, "offset.found", "written down")]);
  return sums[0] ?? offsetFromFrame(read);
};

/** The offset wanted, + towards A, by the way chosen; the figure itself (or its preset) where that way was not measured. */
export const wantedOffset = (
  read: FigureReader,
  found: Ledger | null,
  toCentre: { readonly A: Ledger; readonly B: Ledger },
): Ledger => {
  const from = read.word("offset.wantedFrom");
  if (from === "found" && found)
    return ledger(["Offset wanted", "as found"], [{ label: "as found", times: 1, value: found.total }]);
  const frame = offsetFromFrame(read);
  if (from === "frame" && frame)
    return ledger(
      ["Offset wanted", "centred in the frame"],
      [
        { label: "as found", times: 1, value: found?.total ?? 0 },
        { label: "rim from the frame's middle", times: -1, value: frame.total },
      ],
    );
  // Spokes of one length on both sides put the rim midway between the flanges.
  if (from === "flanges")
    return ledger(
      ["Offset wanted", "midway between the flanges"],
      [
        { label: "{A} flange to centre", times: 0.5, value: toCentre.A.total },
        { label: "{B} flange to centre", times: -0.5, value: toCentre.B.total },
      ],
    );
  return ledger("Offset wanted", [read.term(1, "offset.wanted", "offset wanted")]);
};
