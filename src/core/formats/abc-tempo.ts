import type { TempoMark } from '../notation';
import { rational } from '../time';
import type { AbcTempo } from './abc-tune';

/** Of a metronome, in whole notes. */
const LONGEST_BEAT = 4;

/** A `Q:` field; undefined where it names no number. Source: The abc music standard 2.1, 3.1.8. */
export function maybeAbcTempo(tempo: AbcTempo | undefined): TempoMark | undefined {
  const beat = tempo?.duration?.[0];
  const bpm = tempo?.bpm;
  if (
    beat === undefined ||
    bpm === undefined ||
    !(bpm >= 20 && bpm <= 400) ||
    !(beat > 0 && beat <= LONGEST_BEAT)
  )
    return undefined;
  return {
    // In sixteenths of a quarter: the parser gives a share of the whole note.
    beatQuarters: rational(Math.round(beat * 64), 16),
    bpm,
    words: tempo?.preString?.slice(0, 60) || undefined,
  };
}
