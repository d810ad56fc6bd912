// The sound of Mevlo's click, made for it: a tick that sweeps through the whole range, so that the way from loudspeaker to
// microphone can be measured with it, and a short tone, higher for the first beat.
import type { Audio } from '../signal';
import type { ClickKind } from '../tempo';

export const CLICK_SECONDS = 0.03;
const HERTZ: Readonly<Record<ClickKind, number>> = { downbeat: 1760, beat: 1320, subdivision: 990 };
const AMPLITUDE: Readonly<Record<ClickKind, number>> = { downbeat: 0.9, beat: 0.6, subdivision: 0.3 };
/** Share of the tick, and of the tone under it. */
const TICK_SHARE = 0.55;
const TICK_SECONDS = 0.008;
const TICK_HERTZ = { from: 5500, to: 250 };
/** Fades by 60 dB over its length. */
const FADE = Math.log(1000);

/** One click, beginning at its top with its first sample. */
export function clickSound(kind: ClickKind, sampleRate: number): Float32Array<ArrayBuffer> {
  const length = Math.round(CLICK_SECONDS * sampleRate);
  const tickLength = TICK_SECONDS * sampleRate;
  const turn = (2 * Math.PI * HERTZ[kind]) / sampleRate;
  return Float32Array.from({ length }, (_, n) => {
    const tone = Math.exp((-FADE * n) / length) * Math.cos(turn * n);
    const tick = n < tickLength ? (1 - n / tickLength) * Math.cos(sweepAngle(n / sampleRate)) : 0;
    return AMPLITUDE[kind] * (TICK_SHARE * tick + (1 - TICK_SHARE) * tone);
  });
}

/** A linear sweep: its frequency falls evenly over the tick. */
function sweepAngle(seconds: number): number {
  const { from, to } = TICK_HERTZ;
  return 2 * Math.PI * (from * seconds + ((to - from) * seconds * seconds) / (2 * TICK_SECONDS));
}

/** Clicks in their places. @param clicks with seconds from the start of the sound. */
export function renderClicks(
  clicks: readonly { readonly seconds: number; readonly kind: ClickKind }[],
  sampleRate: number,
  durationSeconds: number,
): Audio {
  const samples = new Float32Array(Math.ceil(durationSeconds * sampleRate));
  const sounds = new Map<ClickKind, Float32Array>();
  for (const { seconds, kind } of clicks) {
    const sound = sounds.get(kind) ?? clickSound(kind, sampleRate);
    sounds.set(kind, sound);
    const from = clickSample(seconds, sampleRate);
    for (let n = Math.max(0, -from); n < sound.length && from + n < samples.length; n++) {
      samples[from + n] = samples[from + n]! + sound[n]!;
    }
  }
  return { samples, sampleRate };
}

/** The sample that a click begins with: whole samples, so that every click of a take sounds alike. */
export function clickSample(seconds: number, sampleRate: number): number {
  return Math.round(seconds * sampleRate);
}
