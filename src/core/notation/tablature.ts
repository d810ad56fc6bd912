import { maybeFrettedStrings, type Stop, stopsOf } from '../instruments';
import { spellingToMidi } from '../pitch';
import { headsOf } from './heads';
import type { LineEvent, Part } from './line';

/** The open strings of a part's instrument, as written MIDI numbers by their string numbers; undefined where tablature says nothing. */
export const maybeStrings = ({ instrument }: Part): readonly number[] | undefined =>
  maybeFrettedStrings(instrument);

/** The same where tablature is drawn under the staff. */
export const maybeTabStrings = (part: Part): readonly number[] | undefined =>
  part.tablature && maybeStrings(part);

/** Strings and frets of a note that is struck, one for each head that can be stopped; none of a rest or of what is only held. */
export function stopsOfNote(event: LineEvent, strings: readonly number[]): readonly Stop[] {
  if (event.kind === 'rest' || event.tiedFromPrevious) return [];
  const midis = headsOf(event).flatMap((head) =>
    head.kind === 'pitched' ? [spellingToMidi(head.spelling)] : [],
  );
  const wanted = Number(event.stringHint);
  return stopsOf(strings, midis, wanted >= 1 ? wanted : undefined).filter((stop) => stop !== undefined);
}
