// The marks of the traditional pendulum metronome, in beats per minute: steps of 2 to 60, 3 to 72, 4 to 120,
// 6 to 144, 8 to 208. Source: the scale printed on pendulum metronomes since the 19th century (common practice).
export const METRONOME_MARKS: readonly number[] = [
  40, 42, 44, 46, 48, 50, 52, 54, 56, 58, 60, 63, 66, 69, 72, 76, 80, 84, 88, 92, 96, 100, 104, 108, 112, 116,
  120, 126, 132, 138, 144, 152, 160, 168, 176, 184, 192, 200, 208,
];

export const SLOWEST_MARK = 40;
export const FASTEST_MARK = 208;

/** Slower than a pendulum swings: the large beats of 6/8 practised in six, whose eighths are 60 to 114. */
const MARKS_OF_SMALL_BEATS = [20, 21, 22, 23, 24, 26, 28, 30, 32, 34, 36, 38];
/** The tempos to practise at, beats a minute. */
export const PRACTICE_MARKS: readonly number[] = [...MARKS_OF_SMALL_BEATS, ...METRONOME_MARKS];
export const SLOWEST_PRACTICE = 20;

/**
 * Moves along a scale.
 * @param bpm a tempo between the slowest and the fastest mark; between two marks the lower one counts.
 * @param marks how many marks up (positive) or down; stops at the ends of the scale.
 * @example moveByMarks(66, 2) // 72
 */
export function moveByMarks(bpm: number, marks: number, scale = METRONOME_MARKS): number {
  const index = scale.findLastIndex((mark) => mark <= bpm);
  return scale[Math.max(0, Math.min(scale.length - 1, Math.max(0, index) + marks))]!;
}
