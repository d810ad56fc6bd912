import { requireRange } from '../base';
import { isCompound, type Meter } from '../time';

export type ClickKind = 'downbeat' | 'beat' | 'subdivision';

/** One click of a metronome. */
export interface MetronomeClick {
  readonly seconds: number;
  readonly kind: ClickKind;
  /** Counted from 0 since the metronome was started. */
  readonly measureIndex: number;
  /** From 1. */
  readonly beat: number;
  /** In a silent measure: it is counted and moved to, not heard. */
  readonly isSilent: boolean;
}

/** So many measures with the click, then so many without, over and over. */
export interface SilentMeasures {
  readonly sounding: number;
  readonly silent: number;
}

export interface MetronomeSetting {
  readonly meter: Meter;
  /** 6/8 and its like by the large beat or by every eighth; without meaning in other meters. */
  readonly felt: 'large' | 'small';
  /** Beats per minute, in the beat that is felt. */
  readonly bpm: number;
  /** Clicks to a beat: 1 is the beat alone. */
  readonly subdivision: number;
  readonly silence: SilentMeasures | undefined;
}

export const SUBDIVISIONS = [1, 2, 3, 4] as const;

/** Eighths to a large beat of a compound meter. */
const COMPOUND_EIGHTHS = 3;

/** How many beats of a measure are felt. */
export function feltBeats({ meter, felt }: Pick<MetronomeSetting, 'meter' | 'felt'>): number {
  return isCompound(meter) && felt === 'large' ? meter.beats / COMPOUND_EIGHTHS : meter.beats;
}

/** The clicks of one setting, from the moment it was chosen. Plain data. */
export interface MetronomeRun {
  readonly setting: MetronomeSetting;
  readonly startSeconds: number;
  /** Index of its first click. */
  readonly firstIndex: number;
  /** Where in its measure the first click lies, in clicks, and how many measures lie before that one. */
  readonly clicksBefore: number;
  readonly measuresBefore: number;
}

/** @throws RangeError for a tempo, subdivision or silence that a metronome does not have. */
export function startMetronome(setting: MetronomeSetting, startSeconds = 0): MetronomeRun {
  requireSetting(setting);
  return { setting, startSeconds, firstIndex: 0, clicksBefore: 0, measuresBefore: 0 };
}

function requireSetting({ bpm, subdivision, silence }: MetronomeSetting): void {
  requireRange('bpm', bpm, 20, 400);
  requireRange('clicks to a beat', subdivision, 1, 4);
  if (!silence) return;
  requireRange('sounding measures', silence.sounding, 1, 16);
  requireRange('silent measures', silence.silent, 1, 16);
}

/** @param index of the click, not before the first of the run. */
export function metronomeClick(run: MetronomeRun, index: number): MetronomeClick {
  const { setting, startSeconds, firstIndex, clicksBefore, measuresBefore } = run;
  const { subdivision, bpm, silence } = setting;
  const beats = feltBeats(setting);
  const place = clicksBefore + index - firstIndex;
  const perMeasure = beats * subdivision;
  const measure = Math.floor(place / perMeasure);
  const inMeasure = place - measure * perMeasure;
  const isBeat = inMeasure % subdivision === 0;
  return {
    // One product from the start of the run: nothing adds up over ten minutes.
    seconds: startSeconds + ((index - firstIndex) * 60) / (bpm * subdivision),
    kind: inMeasure === 0 ? 'downbeat' : isBeat ? strongOrPlain(setting, inMeasure) : 'subdivision',
    measureIndex: measuresBefore + measure,
    beat: Math.floor(inMeasure / subdivision) + 1,
    isSilent:
      silence !== undefined &&
      (measuresBefore + measure) % (silence.sounding + silence.silent) >= silence.sounding,
  };
}

/** Counted in small beats, a compound meter still leans on every third; the others are like subdivisions. */
function strongOrPlain({ meter, felt, subdivision }: MetronomeSetting, inMeasure: number): ClickKind {
  const countsSmall = isCompound(meter) && felt === 'small';
  return countsSmall && (inMeasure / subdivision) % COMPOUND_EIGHTHS !== 0 ? 'subdivision' : 'beat';
}

/**
 * Goes on with another setting. A new tempo keeps the place in the measure and takes hold with the next click;
 * anything else begins a new measure there.
 * @param nextIndex the first click that is not decided yet.
 */
export function changeMetronome(
  run: MetronomeRun,
  setting: MetronomeSetting,
  nextIndex: number,
): MetronomeRun {
  requireSetting(setting);
  const next = metronomeClick(run, nextIndex);
  const perMeasure = feltBeats(run.setting) * run.setting.subdivision;
  const place = (run.clicksBefore + nextIndex - run.firstIndex) % perMeasure;
  const isSameMeasure =
    feltBeats(setting) === feltBeats(run.setting) && setting.subdivision === run.setting.subdivision;
  const startsNew = !isSameMeasure && place !== 0;
  return {
    setting,
    startSeconds: next.seconds,
    firstIndex: nextIndex,
    clicksBefore: isSameMeasure ? place : 0,
    measuresBefore: next.measureIndex + (startsNew ? 1 : 0),
  };
}
