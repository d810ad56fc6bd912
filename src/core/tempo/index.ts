export { layLadder, slowestOn, USUAL_MARKS_PER_RUNG } from './ladder';
export {
  type ClickKind,
  changeMetronome,
  feltBeats,
  type MetronomeClick,
  type MetronomeRun,
  type MetronomeSetting,
  metronomeClick,
  type SilentMeasures,
  SUBDIVISIONS,
  startMetronome,
} from './metronome';
export {
  FASTEST_MARK,
  METRONOME_MARKS,
  moveByMarks,
  PRACTICE_MARKS,
  SLOWEST_MARK,
  SLOWEST_PRACTICE,
} from './metronome-scale';
export { tapTempo } from './tap-tempo';
export { evenBeats, TempoMap } from './tempo-map';
