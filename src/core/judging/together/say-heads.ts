import { capital, unreachable } from '../../base';
import { type AskedSound, drumById } from '../../notation';
import type { HeadVerdict, NoteVerdict } from '../verdict';

/**
 * What is said of the heads of a note: which of them was not heard, or what was struck instead.
 * @param nameOf of a pitch, as its reader says it.
 */
export function sayHeads(heads: readonly HeadVerdict[], nameOf: (midi: number) => string): readonly string[] {
  const soundName = (asked: AskedSound) =>
    asked.kind === 'pitched' ? nameOf(asked.midi) : asked.drum ? drumById(asked.drum).name : 'a stroke';
  return heads.flatMap(({ asked, pitch, instead }) => {
    const name = soundName(asked);
    switch (pitch) {
      case 'right':
        return [];
      case 'missing':
        return [`${name} not heard`];
      case 'wrong':
        return [instead ? `${soundName(instead)} instead of ${name}` : `another sound instead of ${name}`];
      case 'unclear':
        return [`${name} could not be heard well enough`];
      default:
        return unreachable(pitch);
    }
  });
}

/** Where a note stands: `Left hand, beat 2`; a drum says by its name whose it is. */
export function placeOfNote({ voice, heads }: NoteVerdict, beat: string): string {
  const isPitched = heads?.some(({ asked }) => asked.kind === 'pitched');
  return isPitched && voice !== undefined ? `${capital(voice)}, ${beat}` : capital(beat);
}

/** The drums of a note by their names; none of a note with pitches. */
export const drumNames = (heads: readonly HeadVerdict[]): readonly string[] =>
  heads.flatMap(({ asked }) => (asked.kind === 'drum' && asked.drum ? [drumById(asked.drum).name] : []));

/** What should have come together: `the hands`, `the drums`, `the voices`. */
export function togetherName(notes: readonly NoteVerdict[]): string {
  if (notes.some(({ heads = [] }) => drumNames(heads).length > 0)) return 'the drums';
  return notes.some(({ voice }) => voice?.endsWith('hand')) ? 'the hands' : 'the voices';
}
