import { requireRange } from '../base';
import {
  type Audio,
  amplitudeToDb,
  bridgeDropouts,
  decimate,
  durationSeconds,
  highPass,
  peakAmplitude,
} from '../signal';
import { measureFrames } from './frames';
import { type Heard, LEVEL_STEP_SECONDS, LISTENING_VERSION } from './heard';
import { findStrikes } from './strikes';
import { findTones } from './tones';

/** Enough for the fourth partial of a piccolo; more only costs time. */
const LISTENING_RATE_HERTZ = 20000;
/** Under the lowest string of the double bass (41 Hz). */
const RUMBLE_HERTZ = 35;
const CLIPPED_AMPLITUDE = 0.985;

/**
 * Listens to a recording without knowing what was written.
 * @param audio mono, 8–192 kHz.
 * @returns plain facts: tones, strikes, levels. Equal samples give equal facts.
 */
export function hear(audio: Audio): Heard {
  requireRange('sample rate', audio.sampleRate, 8000, 192000, 'Hz');
  const factor = Math.max(1, Math.floor(audio.sampleRate / LISTENING_RATE_HERTZ));
  const clean = highPass(decimate(bridgeDropouts(audio), factor), RUMBLE_HERTZ);
  const frames = measureFrames(clean);
  return {
    version: LISTENING_VERSION,
    durationSeconds: durationSeconds(audio),
    notes: findTones(frames),
    strikes: findStrikes(clean, frames.noiseDb),
    noiseDb: frames.noiseDb,
    peakDb: frames.peakDb,
    clippedShare: clippedShare(audio.samples),
    levelsDb: levelOutline(audio),
  };
}

function clippedShare(samples: Float32Array): number {
  let clipped = 0;
  for (const sample of samples) if (sample >= CLIPPED_AMPLITUDE || sample <= -CLIPPED_AMPLITUDE) clipped++;
  return samples.length === 0 ? 0 : clipped / samples.length;
}

function levelOutline({ samples, sampleRate }: Audio): number[] {
  const step = LEVEL_STEP_SECONDS * sampleRate;
  return Array.from({ length: Math.ceil(samples.length / step) }, (_, index) => {
    const peak = peakAmplitude(samples, Math.round(index * step), Math.round((index + 1) * step));
    return Math.round(amplitudeToDb(peak));
  });
}
