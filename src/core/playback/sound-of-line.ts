import type { BankName } from '../instruments';
import type { Line } from '../notation';
import { echoOf } from '../signal';
import { type Alongside, playedAlongside } from './alongside';
import { type BackingKind, type PlainBacking, playBacking, playOthers } from './backing';
import { bankOfLine, maybeBankOfOthers } from './banks';
import { type Model, playModel } from './model';
import type { ModelWish } from './model-wish';
import { renderSampledWhole } from './sampler';

/** Reads a sound bank by its name. */
export type BankReader = (name: BankName) => Promise<Uint8Array>;

const BACKING_BANKS: Readonly<Record<PlainBacking, BankName>> = { drone: 'reed-organ', chords: 'guitar' };

/** What sounds, and with which bank. */
export function modelOf(
  line: Line,
  bpm: number,
  wish: ModelWish,
): { readonly model: Model; readonly bank: BankName } {
  return { model: playModel(line, bpm, wish), bank: bankOfLine(line) };
}

/** @returns undefined for a line without pitch, or one to which nobody else plays. */
export function backingOf(
  line: Line,
  bpm: number,
  kind: BackingKind,
): { readonly model: Model; readonly bank: BankName } | undefined {
  if (kind === 'other-part') {
    const [others, bank] = [playOthers(line, bpm), maybeBankOfOthers(line)];
    return others && bank && { model: others, bank };
  }
  const model = playBacking(line, bpm, kind);
  return model && { model, bank: BACKING_BANKS[kind] };
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
