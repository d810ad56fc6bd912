import { median } from '../../base';
import type { HeardTone } from '../heard';

/**
 * Vowels are short and glide, tones are held and repeat. Measured: English and German sentences of a speech synthesiser lie
 * under 0.13 s and 0.92, lines of beginners on 23 instruments over 0.2 s and 0.93.
 */
export const SPEECH_SECONDS = 0.16;
export const SPEECH_CLARITY = 0.93;
/** Words of one sentence lie closer together than this; a player takes longer to put the instrument up. */
const PAUSE_SECONDS = 0.4;

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
    if (!before || tone.onsetSeconds - before.endSeconds > PAUSE_SECONDS) phrases.push([]);
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
    median(phrase.map((tone) => tone.endSeconds - tone.onsetSeconds)) < SPEECH_SECONDS &&
    median(phrase.map((tone) => tone.clarity)) < SPEECH_CLARITY
  );
}
