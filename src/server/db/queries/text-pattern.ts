/** Pattern of `ilike` for what has some words in it, whatever signs they hold. */
export const patternOf = (words: string) => `%${words.replace(/[\\%_]/g, '\\$&')}%`;
