export { layLadder, USUAL_MARKS_PER_RUNG } from './ladder';
export { FASTEST_MARK, METRONOME_MARKS, moveByMarks, SLOWEST_MARK } from './metronome-scale';
