export { type Audio, amplitudeToDb, dbToAmplitude, durationSeconds, peakAmplitude } from './audio';
export { bridgeDropouts, type Dropout, findDropouts } from './dropouts';
export { decimate, highPass } from './filter';
export { Fourier, hannWindow } from './fourier';
export { readWav, writeWav } from './wav';
