import FFT from "fft.js";

/** Power by frequency. */
export interface Spectrum {
  /** Hz between two neighbours. */
  readonly step: number;
  readonly power: Float64Array;
}

/** One line that stands out of a spectrum. */
export interface Peak {
  /** Hz, between the bins. */
  readonly frequency: number;
  readonly power: number;
}

const engines = new Map<number, FFT>();
const engine = (size: number): FFT => {
  const known = engines.get(size);
  if (known) return known;
  const made = new FFT(size);
  engines.set(size, made);
  return made;
};

/**
 * Spectrum of a stretch of sound under a Hann window, padded with silence to four times its length: the peaks are then
 * round enough for a parabola. Scaled so that a steady sine of amplitude 1 has power 1, whatever the stretch's length.
 */
export const spectrumOf = (samples: Float32Array, from: number, length: number, rate: number): Spectrum => {
  let size = 1024;
  while (size < 4 * length) size *= 2;
  const data = new Float64Array(size);
  let sum = 0;
  for (let i = 0; i < length; i++) {
    const window = 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / length);
    sum += window;
    data[i] = window * (samples[from + i] ?? 0);
  }
  const fft = engine(size);
  const out = fft.createComplexArray();
  fft.realTransform(out, data);
  const power = new Float64Array(size / 2);
  const scale = (2 / sum) ** 2;
  for (let i = 0; i < size / 2; i++) power[i] = (out[2 * i] ** 2 + out[2 * i + 1] ** 2) * scale;
  return { step: rate / size, power };
};

/** Peaks between two frequencies, strongest first; the top of each by a parabola through three logarithms. */
export const peaksOf = (spectrum: Spectrum, low: number, high: number): Peak[] => {
  const { step, power } = spectrum;
  const out: Peak[] = [];
  const last = Math.min(power.length - 2, Math.ceil(high / step));
  for (let i = Math.max(1, Math.floor(low / step)); i <= last; i++) {
    if (power[i] <= power[i - 1] || power[i] < power[i + 1]) continue;
    const [a, b, c] = [power[i - 1], power[i], power[i + 1]].map((p) => Math.log(p + 1e-30));
    const off = (a - c) / (2 * (a - 2 * b + c) || 1);
    out.push({ frequency: (i + off) * step, power: Math.exp(b - ((a - c) * off) / 4) });
  }
  return out.sort((p, q) => q.power - p.power);
};

/** The middle power between two frequencies: what the noise has there. */
export const floorOf = (spectrum: Spectrum, low: number, high: number): number => {
  const { step, power } = spectrum;
  const part = power.slice(Math.max(1, Math.floor(low / step)), Math.max(2, Math.ceil(high / step))).sort();
  return part[Math.floor(part.length / 2)] ?? 0;
};

/** Cents from one frequency to another, + upward. */
export const cents = (from: number, to: number): number => 1200 * Math.log2(to / from);
