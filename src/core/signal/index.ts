export { type Audio, amplitudeToDb, dbToAmplitude, durationSeconds, peakAmplitude } from './audio';
export { convolve, correlate } from './convolve';
export { bridgeDropouts, DropoutBridge } from './dropouts';
export { type EchoPath, echoOf, maybeEchoPath } from './echo';
export { Decimator, decimate, HighPass, highPass } from './filter';
export { Fourier, hannWindow } from './fourier';
export { GrowingSamples } from './growing-samples';
export { fromPcm, toPcm } from './pcm';
export { readWav, writePcmWav, writeWav } from './wav';
