import type { Part } from './line';
import { openingMeasureCount } from './opening';

/** Usual ranges of tempo words in beats a minute, as metronomes print them; common practice, from memory. */
export const TEMPO_WORDS: readonly { readonly word: string; readonly from: number; readonly to: number }[] = [
  { word: 'larghetto', from: 60, to: 66 },
  { word: 'largo', from: 40, to: 60 },
  { word: 'lento', from: 45, to: 60 },
  { word: 'adagio', from: 66, to: 76 },
  { word: 'andantino', from: 80, to: 108 },
  { word: 'andante', from: 76, to: 108 },
  { word: 'moderato', from: 108, to: 120 },
  { word: 'allegretto', from: 112, to: 120 },
  { word: 'allegro', from: 120, to: 168 },
  { word: 'vivace', from: 140, to: 176 },
  { word: 'presto', from: 168, to: 200 },
];

/** The tempo word in a text, as "Allegro ma non troppo"; undefined where it has none. */
export const maybeTempoWord = (text: string) =>
  TEMPO_WORDS.find(({ word }) => text.toLowerCase().includes(word));

/** The words at the head of a part that name its tempo, with their usual range: beside its metronome mark, or without one. */
export function openingTempoWord({ tempo, measures }: Part) {
  const printed = measures.slice(0, openingMeasureCount(measures)).flatMap(({ directions }) => directions);
  const texts = [tempo?.words ?? '', ...printed.flatMap((one) => (one.kind === 'words' ? [one.text] : []))];
  for (const text of texts) {
    const known = maybeTempoWord(text);
    if (known) return { text, from: known.from, to: known.to };
  }
  return undefined;
}
