export {
  type Audio,
  amplitudeToDb,
  dbToAmplitude,
  durationSeconds,
  meanLevelDb,
  peakAmplitude,
  powerToDb,
  stretchOf,
  TINY_POWER,
} from './audio';
export { convolve, correlate } from './convolve';
export { bridgeDropouts, DropoutBridge } from './dropouts';
export { type EchoPath, echoOf, maybeEchoPath } from './echo';
export { Decimator, decimate, HighPass, highPass } from './filter';
export { Fourier, HannWindows, hannWindow } from './fourier';
export { powersAt } from './goertzel';
export { GrowingSamples } from './growing-samples';
export { vertex } from './parabola';
export { fromPcm, toPcm } from './pcm';
export { joinBlocks, type SoundBlock } from './sound-block';
export { readWav, writePcmWav, writeWav } from './wav';
export { HIGHEST_SHARE, SINE_MAGNITUDE, WindowedSpectrum } from './windowed-spectrum';
