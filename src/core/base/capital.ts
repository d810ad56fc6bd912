/** The same words with a large first letter. @example capital('bar 3') // 'Bar 3' */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
