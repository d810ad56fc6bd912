/** Control characters but for tabs and new lines, and halves of characters: no text has them, and no database stores them. */
const UNSTORABLE = /[^\P{Cc}\t\n\r]|\p{Cs}/gu;

/**
 * A value of plain data without characters that cannot be stored, wherever in it they stand: they come from broken files alone.
 * @example withoutUnstorable({ title: 'Cat\u0000' }) // { title: 'Cat' }
 */
export function withoutUnstorable<Value>(value: Value): Value {
  return cleaned(value) as Value;
}

function cleaned(value: unknown): unknown {
  if (typeof value === 'string') return value.replace(UNSTORABLE, '');
  if (Array.isArray(value)) return value.map(cleaned);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, cleaned(inner)]));
}
