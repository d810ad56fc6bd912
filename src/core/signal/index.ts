export { type Audio, amplitudeToDb, dbToAmplitude, durationSeconds, peakAmplitude } from './audio';
export { decimate, highPass } from './filter';
export { Fourier, hannWindow } from './fourier';
export { readWav, writeWav } from './wav';
