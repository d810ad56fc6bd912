/** British: no comma before "and". */
const LIST = new Intl.ListFormat('en-GB', { style: 'long', type: 'conjunction' });

/** Things one after the other in a sentence. @example listed(['1', '2', '3']) // '1, 2 and 3' */
export const listed = (items: readonly string[]): string => LIST.format(items);
