import { chance } from "@/devices/random";

/** A spoke for the finite-difference string: mm, N. */
export interface GridSpoke {
  readonly freeLength: number;
  readonly diameter: number;
  readonly tension: number;
}

/**
 * A plucked spoke by finite differences in space and time, ends clamped (Bilbao, *Numerical Sound Synthesis*, ch. 7: the
 * stiff string with two losses), stepped at four times the rate and thinned. A triangle pulled aside and let go; heard
 * as the velocity near one end. No sum is shared with the note, the ear or the practice wheel.
 */
export const gridPluck = (s: GridSpoke, rate: number, seconds: number, where: number, ring: number): Float64Array => {
  const fine = rate * 4;
  const k = 1 / fine;
  const L = s.freeLength / 1000;
  const area = (Math.PI * (s.diameter / 1000) ** 2) / 4;
  const mass = area * 7850;
  const c2 = s.tension / mass;
  const kappa2 = (200e9 * Math.PI * (s.diameter / 1000) ** 4) / 64 / mass;
  const s0 = Math.log(1000) / ring;
  const s1 = 0.003;
  const a = c2 * k * k + 4 * s1 * k;
  const h = Math.sqrt((a + Math.sqrt(a * a + 16 * kappa2 * k * k)) / 2);
  const N = Math.max(8, Math.floor(L / h));
  const dx = L / N;
  let u = new Float64Array(N + 1);
  for (let i = 0; i <= N; i++) u[i] = i / N < where ? i / N / where : (1 - i / N) / (1 - where);
  // A nail is round: the sharp corner would ring at the grid's own limit.
  for (let pass = 0; pass < 3; pass++) for (let i = 1; i < N; i++) u[i] = (u[i - 1] + 2 * u[i] + u[i + 1]) / 4;
  u[0] = u[N] = 0;
  let before = u.slice();
  let next = new Float64Array(N + 1);
  const out = new Float64Array(Math.round(rate * seconds));
  const pick = Math.max(2, Math.round(N * 0.13));
  const r = (c2 * k * k) / dx ** 2;
  const b = (kappa2 * k * k) / dx ** 4;
  const d = (2 * s1 * k) / dx ** 2;
  for (let n = 0; n < out.length * 4; n++) {
    for (let i = 1; i < N; i++) {
      const uxx = u[i - 1] - 2 * u[i] + u[i + 1];
      const bxx = before[i - 1] - 2 * before[i] + before[i + 1];
      // Clamped: beyond the end the shape is its own mirror.
      const uxxxx = u[Math.abs(i - 2)] - 4 * u[i - 1] + 6 * u[i] - 4 * u[i + 1] + u[i + 2 > N ? N - 1 : i + 2];
      next[i] = (2 * u[i] - before[i] * (1 - s0 * k) + r * uxx - b * uxxxx + d * (uxx - bxx)) / (1 + s0 * k);
    }
    [before, u, next] = [u, next, before];
    if (n % 4 === 3) out[(n - 3) / 4] = (u[pick] - before[pick]) * fine;
  }
  let most = 0;
  for (const v of out) most = Math.max(most, Math.abs(v));
  return out.map((v) => v / most);
};

/** Frequency of the strongest line near `about`, Hz, by trying: a plain Fourier sum of the clean sound. */
export const lineNear = (sound: Float64Array, rate: number, about: number): number => {
  const heard = Math.min(sound.length, Math.round(rate / 2));
  const size = (f: number): number => {
    let re = 0;
    let im = 0;
    for (let i = 0; i < heard; i++) {
      const window = sound[i] * Math.sin((Math.PI * (i + 0.5)) / heard) ** 2;
      re += window * Math.cos((2 * Math.PI * f * i) / rate);
      im += window * Math.sin((2 * Math.PI * f * i) / rate);
    }
    return re * re + im * im;
  };
  // Half a second tells lines 4 Hz apart: first every 1.5 Hz, then ever finer about the best.
  let best = about;
  for (let step = 1.5, reach = 0.08 * about; step > 0.01; reach = 2 * step, step /= 5) {
    const centre = best;
    let top = 0;
    for (let f = centre - reach; f <= centre + reach; f += step) {
      const here = size(f);
      if (here > top) {
        top = here;
        best = f;
      }
    }
  }
  return best;
};

/** Puts a sound into a room: quiet, the hit, neighbours ringing along, noise at so many dB under it. */
export const inTheRoom = (
  pluck: Float64Array,
  rate: number,
  lead: number,
  decibels: number,
  seed: number,
  neighbours: readonly { readonly frequency: number; readonly part: number; readonly since: number }[],
): Float32Array => {
  const luck = chance(seed);
  const from = Math.round(lead * rate);
  const out = new Float32Array(from + pluck.length);
  let energy = 0;
  const heard = Math.min(pluck.length, Math.round(0.4 * rate));
  for (let i = 0; i < heard; i++) energy += pluck[i] ** 2;
  const loud = Math.sqrt(energy / heard);
  const noise = loud * 10 ** (-decibels / 20);
  for (let i = 0; i < pluck.length; i++) out[from + i] += 0.4 * pluck[i];
  for (const n of neighbours) {
    const start = Math.max(0, from + Math.round(n.since * rate));
    const at = luck.between(0, 6.28);
    for (let i = start; i < out.length; i++)
      out[i] +=
        0.4 *
        1.4 *
        loud *
        n.part *
        Math.exp((-6 * (i - start)) / rate) *
        Math.sin((2 * Math.PI * n.frequency * i) / rate + at);
  }
  for (let i = 0; i < out.length; i++) out[i] += luck.normal(0.4 * noise);
  return out;
};
