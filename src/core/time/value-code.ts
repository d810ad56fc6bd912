import type { NoteBase, NoteValue } from './note-value';

/** A plain value in one word: its name, and a dot for each of its own. @example valueCode({ base: 'quarter', dots: 1 }) // 'quarter.' */
export const valueCode = ({ base, dots }: NoteValue): string => `${base}${'.'.repeat(dots)}`;

/** @param code as `valueCode` writes it. */
export function valueOfCode(code: string): NoteValue {
  const base = code.replaceAll('.', '') as NoteBase;
  return { base, dots: (code.length - base.length) as NoteValue['dots'] };
}
