declare module 'fft.js' {
  /** Radix-4 transform; complex arrays are interleaved re, im. */
  export default class FFT {
    readonly size: number;
    constructor(size: number);
    transform(out: Float64Array, data: Float64Array): void;
    /** Divided by the size, so that it undoes `transform`. */
    inverseTransform(out: Float64Array, data: Float64Array): void;
  }
}
