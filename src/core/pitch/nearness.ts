/** Half way to the next key: nearer to another note than to the written one (equal temperament, by definition). */
export const HALF_WAY_SEMITONES = 0.5;
/** Two sounds of a player are of one pitch when they are this close: how far beginners waver, and half a semitone at least. */
export const SAME_PITCH_SEMITONES = 0.6;
/** From moment to moment one tone may waver a little further: vibrato stays within ±40 cents, the nearest other note is 100 away. */
export const WAVERING_SEMITONES = 0.65;

/** How many octaves an interval is, up or down, if it is within so much of a whole number of them; 0 otherwise. */
export function wholeOctaves(semitones: number, withinSemitones: number): number {
  const octaves = Math.round(semitones / 12);
  return Math.abs(semitones - 12 * octaves) <= withinSemitones ? octaves : 0;
}
