/** The most crosses a side can have: the spoke would pass the hub's far edge beyond a tangent plus half a hub pitch. */
export const mostCrosses = (holes: number, erd: number, holeCircle: number): number => {
  const tangentDeg = (Math.acos(Math.min(1, holeCircle / erd)) * 180) / Math.PI;
  return Math.floor((tangentDeg + 360 / holes + 1e-9) / (720 / holes));
};
