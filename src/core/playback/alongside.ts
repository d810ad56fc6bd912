import type { CountInStyle } from '../counting';
import type { Line } from '../notation';
import type { Audio, EchoPath } from '../signal';
import type { BackingKind } from './backing';
import { renderClicks } from './click-sound';
import { clicksOfLine } from './line-clicks';
import type { ModelWish } from './model-wish';

/** What a device played while it recorded. Plain data, kept with the take, so that any machine can take it off again. */
export interface Alongside {
  /** When the first written beat was played, in the recording. */
  readonly startSeconds: number;
  readonly countIn: CountInStyle;
  readonly click: { readonly gain: number; readonly whilePlaying: boolean };
  readonly model?: { readonly gain: number; readonly wish: ModelWish } | undefined;
  readonly backing?: { readonly gain: number; readonly kind: BackingKind } | undefined;
  /** How it came back through the microphone, measured in the count-in. */
  readonly path: EchoPath;
}

/** The sampled sounds that play along, from the first written beat on, at full level. */
export interface Accompaniment {
  readonly model: Audio | undefined;
  readonly backing: Audio | undefined;
}

/** The same in the time of a recording whose first samples were left out. */
export function afterSkipping<Played extends Omit<Alongside, 'path'>>(
  alongside: Played,
  skippedSamples: number,
  sampleRate: number,
): Played {
  const start = Math.round(alongside.startSeconds * sampleRate);
  return { ...alongside, startSeconds: (start - skippedSamples) / sampleRate };
}

/** What the device played, in the time of the recording. */
export function playedAlongside(
  line: Line,
  bpm: number,
  alongside: Omit<Alongside, 'path'>,
  { model, backing }: Accompaniment,
  length: number,
  sampleRate: number,
): Float32Array {
  const { startSeconds, countIn, click } = alongside;
  const { clicks, countInSeconds, countInClicks } = clicksOfLine(line, bpm, countIn);
  const sounding = click.whilePlaying ? clicks : clicks.slice(0, countInClicks);
  const placed = sounding.map(({ seconds, kind }) => ({
    kind,
    seconds: startSeconds - countInSeconds + seconds,
  }));
  const played = renderClicks(placed, sampleRate, length / sampleRate).samples.map(
    (sample) => click.gain * sample,
  );
  const start = Math.round(startSeconds * sampleRate);
  if (model) mixIn(played, model.samples, start, alongside.model?.gain ?? 0);
  if (backing) mixIn(played, backing.samples, start, alongside.backing?.gain ?? 0);
  return played;
}

function mixIn(into: Float32Array, samples: Float32Array, start: number, gain: number): void {
  for (let n = Math.max(0, -start); n < samples.length && start + n < into.length; n++) {
    into[start + n] = into[start + n]! + gain * samples[n]!;
  }
}
