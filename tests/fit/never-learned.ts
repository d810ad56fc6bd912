/** What is never learned from, so that the evaluation can tell how well the ear does with what it does not know. */
export const NEVER_LEARNED = {
  makers: ['modelled voice', 'modelled bow'],
  surroundings: ['television', 'page and door'],
} as const;
