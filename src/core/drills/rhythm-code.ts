import type { LineEvent } from '../notation';
import { type NoteBase, type NoteValue, type Vocabulary, valueName } from '../time';

const SHORT: Readonly<Record<NoteBase, string>> = {
  whole: 'w',
  half: 'h',
  quarter: 'q',
  eighth: 'e',
  sixteenth: 's',
};

/** A rhythm in short: `q q h`, rests with a dash before them. Undefined where a sign would be lost: ties, tuplets, grace notes. */
export function maybeRhythmCode(events: readonly LineEvent[]): string | undefined {
  const hasMore = events.some(
    (event) =>
      event.value.tuplet !== undefined ||
      (event.kind === 'note' && (event.tiedToNext || event.tiedFromPrevious || event.graces !== undefined)),
  );
  if (hasMore) return undefined;
  return events
    .map(({ kind, value }) => `${kind === 'rest' ? '-' : ''}${SHORT[value.base]}${'.'.repeat(value.dots)}`)
    .join(' ');
}

/** @param code as `maybeRhythmCode` writes it. @example sayRhythm(['q', '-q', 'h'], 'us') // 'quarter, quarter rest, half' */
export function sayRhythm(code: readonly string[], vocabulary: Vocabulary): string {
  return code
    .map((one) => {
      const isRest = one.startsWith('-');
      const letter = one.replaceAll(/[-.]/g, '');
      const base = (Object.keys(SHORT) as NoteBase[]).find((name) => SHORT[name] === letter) ?? 'quarter';
      const dots = one.split('.').length - 1;
      return `${valueName({ base, dots: dots as NoteValue['dots'] }, vocabulary)}${isRest ? ' rest' : ''}`;
    })
    .join(', ');
}
