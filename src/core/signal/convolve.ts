import FFT from 'fft.js';

/** Spectrum of a real signal, interleaved re, im; padded with zeros. */
function spectrumOf(fft: FFT, samples: Float32Array, from: number, to: number): Float64Array {
  const input = new Float64Array(2 * fft.size);
  const end = to < samples.length ? to : samples.length;
  for (let n = from; n < end; n++) input[2 * (n - from)] = samples[n]!;
  const output = new Float64Array(2 * fft.size);
  fft.transform(output, input);
  return output;
}

/** a·b, or a·b* when `conjugate`, into `a`. */
function multiply(a: Float64Array, b: Float64Array, conjugate: boolean): void {
  for (let k = 0; k < a.length; k += 2) {
    const [re, im] = [a[k]!, a[k + 1]!];
    const [cRe, cIm] = [b[k]!, conjugate ? -b[k + 1]! : b[k + 1]!];
    a[k] = re * cRe - im * cIm;
    a[k + 1] = re * cIm + im * cRe;
  }
}

const powerOfTwo = (least: number) => 2 ** Math.ceil(Math.log2(Math.max(2, least)));

/**
 * Sound through a filter, by blocks (overlap-add).
 * @returns as many samples as `samples`.
 * Source: A. Oppenheim, R. Schafer, "Discrete-Time Signal Processing", section 8.7.3.
 */
export function convolve(samples: Float32Array, taps: Float32Array): Float32Array {
  const size = powerOfTwo(4 * taps.length);
  const step = size - taps.length + 1;
  const fft = new FFT(size);
  const filter = spectrumOf(fft, taps, 0, taps.length);
  const out = new Float32Array(samples.length);
  const back = new Float64Array(2 * size);
  for (let from = 0; from < samples.length; from += step) {
    const block = spectrumOf(fft, samples, from, from + step);
    multiply(block, filter, false);
    fft.inverseTransform(back, block);
    const end = Math.min(size, samples.length - from);
    for (let n = 0; n < end; n++) out[from + n] = out[from + n]! + back[2 * n]!;
  }
  return out;
}

/**
 * How alike two sounds are when the second is moved later: Σ a[n + lag]·b[n].
 * @returns one value for each lag from 0 to before `lags`.
 */
export function correlate(a: Float32Array, b: Float32Array, lags: number): Float64Array {
  const fft = new FFT(powerOfTwo(Math.max(a.length, b.length) + lags));
  const product = spectrumOf(fft, a, 0, a.length);
  multiply(product, spectrumOf(fft, b, 0, b.length), true);
  const back = new Float64Array(2 * fft.size);
  fft.inverseTransform(back, product);
  return Float64Array.from({ length: lags }, (_, lag) => back[2 * lag]!);
}
