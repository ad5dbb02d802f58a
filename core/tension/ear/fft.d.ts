declare module "fft.js" {
  export default class FFT {
    constructor(size: number);
    /** Interleaved re, im; 2 × size long. */
    createComplexArray(): number[];
    realTransform(out: number[], data: ArrayLike<number>): void;
  }
}
