import type { FigureReader } from "../figures/reader";
import { type Ledger, ledger } from "../ledger/ledger";
import type { Side } from "../wheel/wheel-file";

/**
 * A flange's distance from the middle of the hub, + when it lies on its own side: half the spacer width less the depth
 * from the spacer face in to the flange, or as measured from the middle.
 *
 * @returns the sum; its total is mm
 */
export const flangeToCentre = (read: FigureReader, side: Side): Ledger =>
  read.word("hub.measuredFrom") === "centre" && read.has(`hub.${side}.fromCentre`)
    ? ledger(`{${side}}, flange to centre`, [read.term(1, `hub.${side}.fromCentre`, "from the middle")])
    : ledger(`{${side}}, flange to centre`, [
        read.term(0.5, "hub.width"),
        read.term(-1, `hub.${side}.fromFace`, "face to flange"),
      ]);

/** Flange to flange, worked out from the two distances; null unless all were taken. */
export const flangesApart = (read: FigureReader): Ledger | null => {
  if (read.word("hub.measuredFrom") === "centre")
    return read.hasAll(["hub.A.fromCentre", "hub.B.fromCentre"])
      ? ledger(
          ["Flange to flange", "from the two distances"],
          [read.term(1, "hub.A.fromCentre"), read.term(1, "hub.B.fromCentre")],
        )
      : null;
  return read.hasAll(["hub.width", "hub.A.fromFace", "hub.B.fromFace"])
    ? ledger(
        ["Flange to flange", "from the two depths"],
        [read.term(1, "hub.width"), read.term(-1, "hub.A.fromFace"), read.term(-1, "hub.B.fromFace")],
      )
    : null;
};
