import { median } from '../base';
import type { HeardNote } from '../listening';

/**
 * Vowels are short and glide, tones are held and repeat. Measured: English and German sentences of a speech synthesiser lie
 * under 0.13 s and 0.92, lines of beginners on 23 instruments over 0.2 s and 0.93.
 */
export const SPEECH_SECONDS = 0.16;
export const SPEECH_CLARITY = 0.93;
/** Words of one sentence lie closer together than this; a player takes longer to put the instrument up. */
const PAUSE_SECONDS = 0.4;

/** Leaves out what was said: sentences, told from playing by what their tones are like together. @param notes in order of onset. */
export function withoutSpeech(notes: readonly HeardNote[]): readonly HeardNote[] {
  const phrases: HeardNote[][] = [];
  notes.forEach((note, index) => {
    const before = notes[index - 1];
    if (!before || note.onsetSeconds - before.endSeconds > PAUSE_SECONDS) phrases.push([]);
    phrases.at(-1)!.push(note);
  });
  return phrases.filter((phrase) => !isSpeech(phrase)).flat();
}

function isSpeech(phrase: readonly HeardNote[]): boolean {
  return (
    median(phrase.map((note) => note.endSeconds - note.onsetSeconds)) < SPEECH_SECONDS &&
    median(phrase.map((note) => note.clarity)) < SPEECH_CLARITY
  );
}
