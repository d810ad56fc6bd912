const THINGS = ['line', 'book'] as const;

/** A line or a book that was put into the bin. */
export interface Binnable {
  readonly thing: (typeof THINGS)[number];
  readonly id: string;
}

/** As it stands in an address: `line:…`. @example whatIsIn('book:1b4…') // { thing: 'book', id: '1b4…' } */
export function whatIsIn(parameter: string | string[] | undefined): Binnable | undefined {
  if (typeof parameter !== 'string') return undefined;
  const [kind, id] = parameter.split(':');
  const thing = THINGS.find((one) => one === kind);
  return thing && id ? { thing, id } : undefined;
}
