import { z } from 'zod';
import { COMPOUND_COUNTINGS } from '../time';
import { COUNT_IN_ENDINGS, COUNT_IN_MEASURES, type CountInStyle } from './count-in';
import { SCHOOL_IDS } from './school';
import { type CountingStyle, DENSITIES } from './style';
import type { Word } from './word-list';

const LONGEST_SYLLABLE = 12;

/** A word of exactly so many syllables. */
function wordOf(syllables: number) {
  return z
    .array(z.string().trim().min(1).max(LONGEST_SYLLABLE))
    .length(
      syllables,
      `For ${syllables} ${syllables === 1 ? 'note write a word of one syllable' : `notes or beats write a word of ${syllables} syllables, with hyphens between them`}.`,
    ) as z.ZodType<Word>;
}

/** Reads a style that comes from outside or from the database. */
export const STORED_STYLE: z.ZodType<CountingStyle> = z.object({
  school: z.enum(SCHOOL_IDS),
  compound: z.enum(COMPOUND_COUNTINGS),
  density: z.enum(DENSITIES),
  words: z.object({
    inBeat: z.tuple([wordOf(1), wordOf(2), wordOf(3), wordOf(4)]),
    long: z.tuple([wordOf(2), wordOf(3), wordOf(4)]),
  }),
});

/** Reads a way of counting in that comes from outside or from the database. */
export const STORED_COUNT_IN: z.ZodType<CountInStyle> = z.object({
  measures: z.enum(COUNT_IN_MEASURES),
  ending: z.enum(COUNT_IN_ENDINGS),
  compound: z.enum(COMPOUND_COUNTINGS).optional(),
});
