import { type Ledger, ledger } from "../ledger/ledger";

/** What the outside-in method measures, mm. */
export interface OutsideIn {
  /** Over the rim's edges, across the wheel. */
  readonly outsideDiameter: number;
  /** From the outer edge down to the underside of the bed. */
  readonly rimHeight: number;
  /** Thickness of the bed at the nipple hole. */
  readonly bedThickness: number;
  /** Washer under the nipple head, 0 for none. */
  readonly washer: number;
  /** From the nipple's seat to the bottom of its slot. */
  readonly headToSlot: number;
}

/**
 * ERD from the outside in: down to the bed's underside, then back out over bed, washer and nipple head to the slot.
 * Everything that lifts the slot outward is added, twice, because there are two ends to a diameter.
 *
 * @returns the sum, mm; its total is the ERD
 */
export const erdOutsideIn = (rim: OutsideIn): Ledger =>
  ledger("Effective rim diameter, outside in", [
    { label: "outside diameter", times: 1, value: rim.outsideDiameter },
    { label: "rim height", times: -2, value: rim.rimHeight },
    { label: "bed thickness", times: 2, value: rim.bedThickness },
    { label: "washer", times: 2, value: rim.washer },
    { label: "nipple head to slot", times: 2, value: rim.headToSlot },
  ]);

/**
 * ERD from the inside out.
 *
 * @param insideDiameter mm, across the underside of the bed
 * @param reach mm from the underside of the bed outward to the nipple's slot
 */
export const erdInsideOut = (insideDiameter: number, reach: number): Ledger =>
  ledger("Effective rim diameter, inside out", [
    { label: "inside diameter", times: 1, value: insideDiameter },
    { label: "nipple reach to slot", times: 2, value: reach },
  ]);
