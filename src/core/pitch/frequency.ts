/** Standard tuning frequency of A4 in hertz. Source: ISO 16:1975. */
export const CONCERT_A_HERTZ = 440;

/** Equal temperament: f = A4 · 2^((m − 69) / 12). */
export function midiToHertz(midi: number, concertAHertz = CONCERT_A_HERTZ): number {
  return concertAHertz * 2 ** ((midi - 69) / 12);
}

/** Inverse of `midiToHertz`; the fraction is cents ÷ 100. @throws RangeError unless hertz > 0. */
export function hertzToMidi(hertz: number, concertAHertz = CONCERT_A_HERTZ): number {
  if (!(hertz > 0)) throw new RangeError(`frequency must be above 0 Hz, got ${hertz}`);
  return 69 + 12 * Math.log2(hertz / concertAHertz);
}
