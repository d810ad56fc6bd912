/** What is never learned from, so that the evaluation can tell how well the ear does with what it does not know. */
export const NEVER_LEARNED = {
  makers: ['modelled voice', 'modelled bow'],
  surroundings: ['television', 'page and door'],
} as const;

/** The same of lines of several voices; some of the fonts have a kit of their own. */
export const NEVER_LEARNED_TOGETHER = {
  hands: ['modelled string'],
  kit: ['pearl', 'csound'],
  surroundings: ['television'],
} as const;

export const isNeverLearnedTogether = ({
  of,
  maker,
  around,
}: {
  readonly of: 'hands' | 'kit';
  readonly maker: string;
  readonly around: string;
}): boolean =>
  (NEVER_LEARNED_TOGETHER[of] as readonly string[]).includes(maker) ||
  (NEVER_LEARNED_TOGETHER.surroundings as readonly string[]).includes(around);

export const isNeverLearned = ({
  font,
  around,
}: {
  readonly font: string;
  readonly around: string;
}): boolean =>
  (NEVER_LEARNED.makers as readonly string[]).includes(font) ||
  (NEVER_LEARNED.surroundings as readonly string[]).includes(around);
