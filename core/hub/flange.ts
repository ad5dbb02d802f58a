import { type Ledger, ledger } from "../ledger/ledger";

/**
 * A flange's distance from the middle of the hub.
 *
 * @param width mm between the two spacer (or locknut) faces
 * @param fromFace mm from this side's spacer face in to the flange; negative when the flange stands outside the face
 * @returns the sum; its total is mm, + when the flange lies on its own side of the middle
 */
export const flangeToCentre = (width: number, fromFace: number): Ledger =>
  ledger("Flange to centre", [
    { label: "half the spacer width", times: 0.5, value: width },
    { label: "spacer face to flange", times: -1, value: fromFace },
  ]);
