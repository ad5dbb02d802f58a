import wavefile from "wavefile";

/** One channel, 16 bit. @param samples −1…1 */
export const wavOf = (samples: Float32Array, rate: number): Uint8Array => {
  const wav = new wavefile.WaveFile();
  wav.fromScratch(
    1,
    rate,
    "16",
    Int16Array.from(samples, (s) => Math.round(Math.max(-1, Math.min(1, s)) * 32767)),
  );
  return wav.toBuffer();
};
