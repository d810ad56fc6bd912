import { type BackingKind, clicksOfLine, playBacking, renderClicks } from '../accompanying';
import type { CountInStyle } from '../counting';
import { type InstrumentId, maybeInstrumentOfPart } from '../instruments';
import type { Line } from '../notation';
import { type Model, type ModelWish, playModel } from '../playing';
import { type Audio, type EchoPath, echoOf } from '../signal';
import { type BankName, bankOf, renderSampledWhole } from '../sounding';

/** What a device played while it recorded. Plain data, kept with the take, so that any machine can take it off again. */
export interface Alongside {
  /** When the first written beat was played, in the recording. */
  readonly startSeconds: number;
  readonly countIn: CountInStyle;
  readonly click: { readonly gain: number; readonly whilePlaying: boolean };
  readonly model: { readonly gain: number; readonly wish: ModelWish } | undefined;
  readonly backing: { readonly gain: number; readonly kind: BackingKind } | undefined;
  /** How it came back through the microphone, measured in the count-in. */
  readonly path: EchoPath;
}

/** Reads a sound bank by its name. */
export type BankReader = (name: BankName) => Promise<Uint8Array>;

/** The sampled sounds that play along, from the first written beat on, at full level. */
export interface Accompaniment {
  readonly model: Audio | undefined;
  readonly backing: Audio | undefined;
}

const BACKING_BANKS: Readonly<Record<BackingKind, BankName>> = { drone: 'reed-organ', chords: 'guitar' };

/** What sounds, and with which bank. */
export function modelOf(
  line: Line,
  bpm: number,
  wish: ModelWish,
): { readonly model: Model; readonly bank: BankName } {
  return { model: playModel(line, bpm, wish), bank: bankOf(instrumentOf(line)) };
}

/** @returns undefined for a line without pitch. */
export function backingOf(
  line: Line,
  bpm: number,
  kind: BackingKind,
): { readonly model: Model; readonly bank: BankName } | undefined {
  const model = playBacking(line, bpm, kind);
  return model && { model, bank: BACKING_BANKS[kind] };
}

/** A line that is clapped is played by hands, whoever clapped it. */
function instrumentOf({ part }: Line): InstrumentId | undefined {
  const isUnpitched = part.measures[0]!.clef === 'percussion';
  const own = maybeInstrumentOfPart(part.name)?.id;
  return isUnpitched && own !== 'drum-kit' && own !== 'snare' ? 'clap' : own;
}

/**
 * What the microphone heard of the device's own sound.
 * @param bpm in beat units of the line's first meter.
 * @param length of the recording, in samples at the rate of the path.
 * @returns as many samples.
 */
export async function echoAlongside(
  line: Line,
  bpm: number,
  alongside: Alongside,
  length: number,
  readBank: BankReader,
): Promise<Float32Array> {
  const { model, backing, path } = alongside;
  const render = async (found: ReturnType<typeof backingOf>) =>
    found && renderSampledWhole(found.model, await readBank(found.bank), path.sampleRate);
  const accompaniment = {
    model: await render(model && modelOf(line, bpm, model.wish)),
    backing: await render(backing && backingOf(line, bpm, backing.kind)),
  };
  return echoOf(playedAlongside(line, bpm, alongside, accompaniment, length, path.sampleRate), path);
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
