/** Fewest characters of a secret of digits, and of any other. */
export const PIN_DIGITS = 6;
const SHORTEST_PASSWORD = 8;
/** A part of a name that is shorter stands in many words. */
const SHORTEST_NAME_PART = 3;
const ROWS = ['01234567890', '09876543210'] as const;

/**
 * Why a student's secret would be guessed within a few tries; undefined when it would not.
 * @param of the name and the user name of whose it is.
 * @example whyGuessable('111111', ['Ida Quill', 'ida']) // 'What only repeats itself is guessed first. …'
 */
export function whyGuessable(secret: string, of: readonly string[]): string | undefined {
  const isPin = /^\d*$/.test(secret);
  if (isPin && secret.length < PIN_DIGITS) return `A PIN has ${PIN_DIGITS} digits or more.`;
  if (!isPin && secret.length < SHORTEST_PASSWORD)
    return `A PIN has ${PIN_DIGITS} digits; a password at least ${SHORTEST_PASSWORD} characters.`;
  const lower = secret.toLowerCase();
  const parts = of.flatMap((name) => name.toLowerCase().split(/[^\p{L}\p{N}]+/u));
  if (parts.some((part) => part.length >= SHORTEST_NAME_PART && lower.includes(part)))
    return 'Everybody in the class knows the name: take something else.';
  // One, two or three characters that come again and again.
  if (/^(.{1,3})\1+$/.test(lower)) return 'What only repeats itself is guessed first. Take another one.';
  if (isPin && ROWS.some((row) => row.includes(secret) || row.includes(secret.slice(0, PIN_DIGITS))))
    return 'Digits in their order are guessed first. Take another one.';
  return undefined;
}
