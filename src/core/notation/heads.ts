import type { Spelling } from '../pitch';
import type { LineEvent, Note, WrittenPitch } from './line';

/** All pitches of a note: its own first, then those struck with it. At least one. */
export function headsOf(note: Note): readonly [WrittenPitch, ...WrittenPitch[]] {
  return [note.pitch, ...note.chordPitches];
}

/** Id of a small note before a note, on the page and among the signs of a measure. */
export function graceId(note: Note, index: number): string {
  return `${note.id}-grace${index + 1}`;
}

/** Where a head stands on the staff; of an unpitched one only step and octave mean something. */
export function spellingOf(pitch: WrittenPitch): Spelling {
  return pitch.kind === 'pitched' ? pitch.spelling : pitch.display;
}

/** A note that sounds at a pitch, not a rest or a stroke. */
export function isPitchedNote(event: LineEvent): event is Note {
  return event.kind === 'note' && event.pitch.kind === 'pitched';
}
