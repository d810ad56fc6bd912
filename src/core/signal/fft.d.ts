declare module 'fft.js' {
  /** Radix-4 transform; complex arrays are interleaved re, im. */
  export default class FFT {
    constructor(size: number);
    transform(out: Float64Array, data: Float64Array): void;
  }
}
