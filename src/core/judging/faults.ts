import type { FaultPart } from './model/faults';
import { isRightRhythm } from './right-note';
import type { NoteVerdict } from './verdict';

/** One thing that would be held against the player: of a note its pitch, its start or its length; a note too many; a stop. */
export interface Fault {
  readonly of: 'pitch' | 'onset' | 'length' | 'extra' | 'stop';
  /** Its place among the notes, or among the notes too many or the stops of the take. */
  readonly index: number;
}

/** By which model a fault is doubted. */
export const partOf = ({ of }: Fault): FaultPart => (of === 'pitch' ? 'pitch' : 'time');

/** Wrong, an octave off, or not there. */
export const isPitchOff = ({ pitch }: NoteVerdict) =>
  pitch === 'wrong' || pitch === 'octave' || pitch === 'missing';

/** Early or late; of a stroke, also not there: there is nothing else that it could be. */
const isOnsetOff = ({ onset, pitch }: NoteVerdict) => onset !== 'on' && pitch !== 'missing';

const isLengthOff = (note: NoteVerdict) => note.onset === 'on' && !isRightRhythm(note);

/** Everything that would be held against the player of a take, were there no doubt. */
export function faultsOf(
  notes: readonly NoteVerdict[],
  {
    extras,
    interruptions,
  }: { readonly extras: readonly unknown[]; readonly interruptions: readonly unknown[] },
): readonly Fault[] {
  const ofNotes = notes.flatMap((note, index): Fault[] => [
    ...(isPitchOff(note) ? [{ of: 'pitch', index } as const] : []),
    ...(isOnsetOff(note) ? [{ of: 'onset', index } as const] : []),
    ...(isLengthOff(note) ? [{ of: 'length', index } as const] : []),
  ]);
  return [
    ...ofNotes,
    ...extras.map((_, index): Fault => ({ of: 'extra', index })),
    ...interruptions.map((_, index): Fault => ({ of: 'stop', index })),
  ];
}
