import type { MeasureVerdict } from '../judging';
import { QUALITIES, type SelfRating } from '../practice';
import { csv } from './csv';

/** A take as it is taken out of Mevlo. */
export interface TakeRecord {
  /** ISO 8601, UTC. */
  readonly handedInAt: string;
  readonly lineNumber: number;
  readonly lineTitle: string;
  readonly stage: string | undefined;
  readonly askedBpm: number;
  readonly playedBpm: number | undefined;
  readonly verdict: string | undefined;
  /** With the teacher's word in them. */
  readonly measures: readonly MeasureVerdict[];
  readonly selfRating: SelfRating;
  readonly answer: string | undefined;
  readonly comment: string | undefined;
  /** In the same archive; undefined when it was removed. */
  readonly recording: string | undefined;
}

/** Takes as a table. */
export function takesCsv(takes: readonly TakeRecord[]): string {
  const rows = takes.map((take) => {
    const sum = (count: (measure: MeasureVerdict) => number) =>
      take.measures.reduce((total, measure) => total + count(measure), 0);
    const weak = (needsWork: (measure: MeasureVerdict) => boolean) =>
      [...new Set(take.measures.filter(needsWork).map(({ number }) => number))].join(' ');
    return {
      'handed in': take.handedInAt,
      line: take.lineNumber,
      title: take.lineTitle,
      stage: take.stage ?? '',
      'asked bpm': take.askedBpm,
      'played bpm': take.playedBpm?.toFixed(1) ?? '',
      verdict: take.verdict ?? '',
      'notes right': sum(({ notesRight }) => notesRight),
      'rhythm right': sum(({ rhythmRight }) => rhythmRight),
      'notes written': sum(({ written }) => written),
      'measures with notes to work on': weak(({ notesNeedWork }) => notesNeedWork),
      'measures with rhythm to work on': weak(({ rhythmNeedsWork }) => rhythmNeedsWork),
      ...Object.fromEntries(
        QUALITIES.map((quality) => [`own rating: ${quality}`, take.selfRating[quality] ?? '']),
      ),
      answer: take.answer ?? '',
      comment: take.comment ?? '',
      recording: take.recording ?? '',
    };
  });
  return csv(rows);
}
