import { type RingOnFoundation, ringFlexibility } from "./ring";

/**
 * What a unit load at one hole does at the hole m places on, m = 0…n − 1: first letter what moves, second what loads.
 * u radial, v tangential, w lateral, t twist, s the slope w'.
 */
export interface Greens {
  readonly uu: Float64Array;
  readonly vu: Float64Array;
  readonly vv: Float64Array;
  readonly ww: Float64Array;
  readonly tw: Float64Array;
  readonly tt: Float64Array;
  readonly sw: Float64Array;
  readonly st: Float64Array;
  readonly ss: Float64Array;
}

/** Parts per turn that are counted, for each hole: past that nothing is seen. */
const PARTS_PER_HOLE = 3;

/**
 * At the holes the parts k, k + n, k + 2n … per turn look the same, and n − k but for a sign, so they are added up before
 * any cosine is taken; and what is m holes on is what is m holes back, but for a sign. Both together leave a sixteenth
 * of the sums, and the wheel is asked for this some fifty times a round while its stiffness is being learnt.
 */
export const greens = (ring: RingOnFoundation, n: number): Greens => {
  const most = PARTS_PER_HOLE * n;
  const flex = ringFlexibility(ring, most);
  const half = n >> 1;
  const part = () => new Float64Array(half + 1);
  const [uu, vu, vv, ww, tw, tt, sw, st, ss] = [part(), part(), part(), part(), part(), part(), part(), part(), part()];
  for (let k = 0; k <= most; k++) {
    const back = k % n > half;
    const as = back ? n - (k % n) : k % n;
    const odd = back ? -1 : 1;
    const slope = k / ring.radius;
    uu[as] += flex.uu[k];
    vu[as] += odd * flex.uv[k];
    vv[as] += flex.vv[k];
    ww[as] += flex.ww[k];
    tw[as] += flex.wt[k];
    tt[as] += flex.tt[k];
    // w' at θ from a unit side load (w), a unit twist (t) and a unit load on w' itself (s).
    sw[as] -= odd * slope * flex.ww[k];
    st[as] -= odd * slope * flex.wt[k];
    ss[as] += slope * slope * flex.ww[k];
  }
  const cosine = Float64Array.from({ length: n }, (_, m) => Math.cos((2 * Math.PI * m) / n));
  const sine = Float64Array.from({ length: n }, (_, m) => Math.sin((2 * Math.PI * m) / n));
  const even = (parts: Float64Array): Float64Array => {
    const out = new Float64Array(n);
    for (let m = 0; m <= half; m++) {
      let sum = 0;
      for (let k = 0, at = 0; k <= half; k++, at = at + m < n ? at + m : at + m - n) sum += parts[k] * cosine[at];
      out[m] = sum;
      if (m > 0) out[n - m] = sum;
    }
    return out;
  };
  const odd = (parts: Float64Array): Float64Array => {
    const out = new Float64Array(n);
    for (let m = 1; 2 * m < n; m++) {
      let sum = 0;
      for (let k = 1, at = m; k <= half; k++, at = at + m < n ? at + m : at + m - n) sum += parts[k] * sine[at];
      out[m] = sum;
      out[n - m] = -sum;
    }
    return out;
  };
  return {
    uu: even(uu),
    vu: odd(vu),
    vv: even(vv),
    ww: even(ww),
    tw: even(tw),
    tt: even(tt),
    sw: odd(sw),
    st: odd(st),
    ss: even(ss),
  };
};
