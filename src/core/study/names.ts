import { headsOf, type Note, spellingOf } from '../notation';
import { pitchName, solfaSyllable } from '../pitch';

/** What can be written under the notes instead of counts. */
export const NAMINGS = ['letters', 'solfa'] as const;
export type Naming = (typeof NAMINGS)[number];

/** The name of a note as it is said; all heads of a chord, its own pitch first. Empty for a stroke without pitch. */
export function noteNames(note: Note, naming: Naming, keyFifths: number): string {
  return headsOf(note)
    .flatMap((pitch) => (pitch.kind === 'pitched' ? [spellingOf(pitch)] : []))
    .map((spelling) => (naming === 'letters' ? pitchName(spelling) : solfaSyllable(spelling, keyFifths)))
    .join(' ');
}
