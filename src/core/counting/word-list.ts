/** Words of a class for rhythms: the syllables of a word are the equal parts of a beat. */
export interface WordList {
  /** By the number of equal parts in a beat, 1–4. */
  readonly inBeat: readonly [Word, Word, Word, Word];
  /** For one note of 2, 3 or 4 beats: a syllable a beat. */
  readonly long: readonly [Word, Word, Word];
}

/** Its syllables, at least one. */
export type Word = readonly string[];

/** Mevlo's own words, all from one harbour. */
export const USUAL_WORDS: WordList = {
  inBeat: [['boat'], ['lan', 'tern'], ['bar', 'na', 'cle'], ['light', 'house', 'kee', 'per']],
  long: [
    ['har', 'bour'],
    ['o', 'ver', 'board'],
    ['row', 'ing', 'home', 'ward'],
  ],
};

/** Syllables of a word of the list, for as many parts as asked: longer ones are put together. */
export function wordFor(parts: number, { inBeat }: Pick<WordList, 'inBeat'>): Word {
  const longest = inBeat.length;
  const word = inBeat[parts - 1];
  return word ?? [...inBeat[longest - 1]!, ...wordFor(parts - longest, { inBeat })];
}

/** A word as a teacher writes it, with hyphens between the syllables: `lan-tern`. */
export function readWord(text: string): Word {
  return text
    .trim()
    .split(/\s*-\s*|\s+/)
    .filter(Boolean);
}

export function writeWord(word: Word): string {
  return word.join('-');
}
