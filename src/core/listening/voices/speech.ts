import { median } from '../../base';
import type { HeardTone } from '../heard';
import { VOICES } from '../model/hearing';

/**
 * Vowels are short, tones are held and repeat. Measured: sentences of a speech synthesiser lie under 0.13 s and 0.92, those of recorded
 * voices under 0.18 s; lines of beginners on 23 instruments over 0.2 s and 0.93.
 */
export const SPEECH_SECONDS = 0.18;
const SPEECH_CLARITY = 0.93;

/** Sounds between two pauses. */
export interface Phrase {
  readonly tones: readonly HeardTone[];
  readonly fromSeconds: number;
  readonly toSeconds: number;
  /** A sentence: told from playing by what its tones are like together. */
  readonly isSpeech: boolean;
}

/** @param tones in order of onset. */
export function phrasesOf(tones: readonly HeardTone[]): readonly Phrase[] {
  const phrases: HeardTone[][] = [];
  tones.forEach((tone, index) => {
    const before = tones[index - 1];
    if (!before || tone.onsetSeconds - before.endSeconds > VOICES.pauseSeconds) phrases.push([]);
    phrases.at(-1)!.push(tone);
  });
  return phrases.map((phrase) => ({
    tones: phrase,
    fromSeconds: phrase[0]!.onsetSeconds,
    toSeconds: phrase.at(-1)!.endSeconds,
    isSpeech: isSpeech(phrase),
  }));
}

function isSpeech(phrase: readonly HeardTone[]): boolean {
  return (
    median(phrase.map((tone) => tone.endSeconds - tone.onsetSeconds)) < SPEECH_SECONDS && mostlySaid(phrase)
  );
}

/** Whether a tone by itself is rather a vowel: hardly periodic, or on its way from one pitch to another. */
export const isSaid = ({ clarity, glideSemitonesPerSecond }: HeardTone) =>
  clarity < SPEECH_CLARITY || (glideSemitonesPerSecond ?? 0) >= VOICES.spokenGlide;

/** Whether a tone by itself surely stays on its pitch. */
export const isHeld = (tone: HeardTone) => !isSaid(tone) && tone.glideSemitonesPerSecond !== null;

/** Whether so many tones are vowels, of those that last long enough to tell: with fewer somebody talks while somebody plays. */
export function mostlySaid(tones: readonly HeardTone[]): boolean {
  const said = tones.filter(isSaid).length;
  const held = tones.filter(isHeld).length;
  return said > VOICES.saidShare * (said + held);
}
