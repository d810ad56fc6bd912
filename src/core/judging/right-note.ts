import { LIKELIER_THAN_NOT } from '../base';
import type { NoteVerdict } from './verdict';

/** Nothing is held against the player that could not be heard, or that was not asked. */
export const isRightPitch = ({ pitch }: NoteVerdict) =>
  pitch === 'right' || pitch === 'unclear' || pitch === 'not-asked';

/** In time, neither cut short nor held into a rest. */
export const isRightRhythm = ({ onset, length }: NoteVerdict) =>
  onset === 'on' && length !== 'short' && length !== 'long';

/** Right in pitch and in rhythm. */
export const isRight = (note: NoteVerdict) => isRightPitch(note) && isRightRhythm(note);

/** Not heard well enough to be judged: the teacher is asked. */
export const isUnclear = ({ confidence }: NoteVerdict) => confidence < LIKELIER_THAN_NOT;
