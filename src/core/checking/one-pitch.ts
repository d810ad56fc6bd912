import type { Heard } from '../listening';
import { type Line, writtenNotes } from '../notation';

/**
 * By how many half steps a player's one note lies away from the one that is written, in a line that may be played on any: of the pitch that
 * sounded longest. 0 for every other line, and where nothing with a pitch was heard.
 */
export function ownPitchSemitones(line: Line, { tones }: Pick<Heard, 'tones'>): number {
  if (!line.isOnAnyPitch) return 0;
  const written = writtenNotes(line).find(({ sound }) => sound.kind === 'pitched')?.sound;
  if (written?.kind !== 'pitched') return 0;
  const lengths = new Map<number, number>();
  for (const { midi, onsetSeconds, endSeconds } of tones) {
    const pitch = Math.round(midi);
    lengths.set(pitch, (lengths.get(pitch) ?? 0) + endSeconds - onsetSeconds);
  }
  const [longest] = [...lengths].toSorted(([, a], [, b]) => b - a);
  return longest ? longest[0] - written.midi : 0;
}
