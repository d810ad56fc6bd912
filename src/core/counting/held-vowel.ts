import type { CountedEvent } from './counted-beat';
import type { Spoken } from './school';
import { SILENCE } from './silence';

/** For syllables by place: a note held into further beats keeps its vowel, and a rest is silent in each. */
export function heldOnVowel({ event }: CountedEvent, { start, held }: Spoken): Spoken {
  if (event.kind === 'rest') return { start: SILENCE, held: held.map(() => SILENCE) };
  return { start, held: held.map(() => start.at(-1) ?? '') };
}
