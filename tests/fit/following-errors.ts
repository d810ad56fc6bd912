import { followHeard } from '@/core/checking';
import { pairUp } from '../evaluation/fault-truth';
import type { HeardTake } from './heard-takes';

/** A note that was found further from where it was played is another one. Twice the 50 ms of MIREX note tracking, from memory. */
const FOUND_SECONDS = 0.1;

/** How often the following of a take errs: notes that were not found where they were played, notes too many and stops that were none or were passed over. */
export function followingErrors({ line, bpm, truth, leadSeconds, heard }: HeardTake): number {
  const following = followHeard(line, heard, bpm);
  const { extras, stops } = pairUp(following, truth, leadSeconds);
  const misplaced = truth.notes.filter(({ played, care }, index) => {
    const note = following.notes[index]!;
    if (!care.pitch && !care.onset) return false;
    if (note.kind !== 'played') return played !== undefined && note.kind === 'missing';
    return (
      played === undefined || Math.abs(note.sound.onsetSeconds - leadSeconds - played.onset) > FOUND_SECONDS
    );
  });
  const wrong = [extras, stops].flatMap(({ areSo }) => areSo.filter((isSo) => isSo === false));
  return misplaced.length + wrong.length + extras.missed.length + stops.missed.length;
}
