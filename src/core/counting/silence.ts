/** What is breathed on a rest in the schools that have no numbers. Common practice. */
export const SILENCE = 'sh';
