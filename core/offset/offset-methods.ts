/**
 * A flip gauge set on side B and turned over to side A shows twice how far the rim is out.
 *
 * @param gap mm at side A's spacer face; negative when the gauge touches the face and the gap is at the rim
 * @returns mm, rim centre from hub centre, + towards A
 */
export const offsetFromFlip = (gap: number): number => gap / 2;

/**
 * Gaps from the rim to the frame or fork: half their difference.
 *
 * @param gapA mm from the rim to the frame on side A
 * @param gapB mm on side B
 * @returns mm from the frame's centre line, + towards A: the rim stands towards the smaller gap
 */
export const offsetFromGaps = (gapA: number, gapB: number): number => (gapB - gapA) / 2;

/**
 * A straight edge laid across side A's drum or flange face, and the depth from it down to the near edge of the rim.
 *
 * @param depths mm at one or more places round the rim; + when the rim lies inside the straight edge
 * @param rimWidth mm over the rim's edges
 * @param faceToCentre mm from the hub's middle out to the face the edge lies on
 * @returns mm, rim centre from hub centre, + towards A
 */
export const offsetFromStraightEdge = (depths: readonly number[], rimWidth: number, faceToCentre: number): number =>
  faceToCentre - depths.reduce((sum, depth) => sum + depth, 0) / depths.length - rimWidth / 2;
