import { capital } from '../base';

/** Two vocabularies are in use; a class picks one. */
export const VOCABULARIES = ['us', 'uk'] as const;
export type Vocabulary = (typeof VOCABULARIES)[number];

/** The words of a class for what has two names. Common practice: American and British. */
export interface Words {
  readonly measure: 'measure' | 'bar';
  readonly measures: 'measures' | 'bars';
  /** The first beat or two before the first barline. */
  readonly pickup: 'pickup' | 'anacrusis';
  readonly halfStep: 'half step' | 'semitone';
  readonly quarters: 'quarters' | 'crotchets';
  readonly eighths: 'eighths' | 'quavers';
}

const WORDS: Readonly<Record<Vocabulary, Words>> = {
  us: {
    measure: 'measure',
    measures: 'measures',
    pickup: 'pickup',
    halfStep: 'half step',
    quarters: 'quarters',
    eighths: 'eighths',
  },
  uk: {
    measure: 'bar',
    measures: 'bars',
    pickup: 'anacrusis',
    halfStep: 'semitone',
    quarters: 'crotchets',
    eighths: 'quavers',
  },
};

/** @example wordsOf('uk').measure // 'bar' */
export const wordsOf = (vocabulary: Vocabulary): Words => WORDS[vocabulary];

/**
 * A sentence that is written once, in the other words of a class where it has them.
 * @example inWordsOf('next measure', 'uk') // 'next bar'
 */
export function inWordsOf(text: string, vocabulary: Vocabulary): string {
  const [from, to] = [WORDS.us, WORDS[vocabulary]];
  const names = Object.keys(from) as readonly (keyof Words)[];
  return names.reduce(
    (said, name) =>
      said
        .replace(new RegExp(`\\b${from[name]}\\b`, 'g'), to[name])
        .replace(new RegExp(`\\b${capital(from[name])}\\b`, 'g'), capital(to[name])),
    text,
  );
}
