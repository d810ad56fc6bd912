// The marks of the traditional pendulum metronome, in beats per minute: steps of 2 to 60, 3 to 72, 4 to 120,
// 6 to 144, 8 to 208. Source: the scale printed on pendulum metronomes since the 19th century (common practice).
export const METRONOME_MARKS: readonly number[] = [
  40, 42, 44, 46, 48, 50, 52, 54, 56, 58, 60, 63, 66, 69, 72, 76, 80, 84, 88, 92, 96, 100, 104, 108, 112, 116,
  120, 126, 132, 138, 144, 152, 160, 168, 176, 184, 192, 200, 208,
];

export const SLOWEST_MARK = 40;
export const FASTEST_MARK = 208;

/**
 * Moves along the scale.
 * @param bpm a tempo between the slowest and the fastest mark; between two marks the lower one counts.
 * @param marks how many marks up (positive) or down; stops at the ends of the scale.
 */
export function moveByMarks(bpm: number, marks: number): number {
  const index = METRONOME_MARKS.findLastIndex((mark) => mark <= bpm);
  return METRONOME_MARKS[Math.max(0, Math.min(METRONOME_MARKS.length - 1, Math.max(0, index) + marks))]!;
}
