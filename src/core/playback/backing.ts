import { type Line, timedMeasures } from '../notation';
import type { PlayedEvent } from '../simulation';
import { TempoMap } from '../tempo';
import { beatUnit, clicksPerMeasure, toNumber } from '../time';
import { type Chord, harmonise, maybeTonic } from './harmony';
import type { Model } from './model';

export const BACKINGS = ['drone', 'chords'] as const;
export type BackingKind = (typeof BACKINGS)[number];

/** Lowest notes of bass, chords and drone, as MIDI: an E and a C below middle C, so that the line stays on top. */
const LOWEST_BASS = 40;
const LOWEST_CHORD = 52;
const LOWEST_DRONE = 48;
const CHORD_DB = -5;
const SHARE_OF_BEAT = 0.9;

/**
 * Something plain to play with, derived from the line: its tonic and fifth held, or a bass note on the first beat of
 * every measure and its chord on the others, in the tempo of the line with its rit. and fermatas.
 * @param bpm in beat units of the first meter.
 * @returns undefined for a line without pitch.
 */
export function playBacking(line: Line, bpm: number, kind: BackingKind): Model | undefined {
  const tonic = maybeTonic(line);
  if (!tonic) return undefined;
  const tempo = new TempoMap(line, bpm);
  const events = kind === 'drone' ? drone(tonic, tempo.endSeconds) : chords(line, bpm);
  return { events, loudness: [{ seconds: 0, db: 0 }], lineSeconds: tempo.endSeconds };
}

function drone({ rootClass }: Chord, endSeconds: number): PlayedEvent[] {
  const root = from(LOWEST_DRONE, rootClass);
  return [root, root + 7].map((midi) => sound(midi, 0, endSeconds, 0));
}

function chords(line: Line, bpm: number): PlayedEvent[] {
  const tempo = new TempoMap(line, bpm);
  const harmony = harmonise(line)!;
  return timedMeasures(line).flatMap(({ measure, onsetQuarters, lengthQuarters, index }) => {
    // A pickup stands alone.
    if (measure.number === 0) return [];
    const unit = toNumber(beatUnit(measure.meter).quarters);
    const onset = toNumber(onsetQuarters);
    const beats = Math.min(clicksPerMeasure(measure.meter), toNumber(lengthQuarters) / unit);
    return Array.from({ length: Math.ceil(beats - 1e-9) }, (_, beat) => {
      const start = tempo.seconds(onset + beat * unit);
      const end = start + SHARE_OF_BEAT * (tempo.seconds(onset + (beat + 1) * unit) - start);
      const { rootClass, mode } = harmony[index]!;
      const tones = beat === 0 ? [from(LOWEST_BASS, rootClass)] : triad(rootClass, mode);
      return tones.map((midi) => sound(midi, start, end, beat === 0 ? 0 : CHORD_DB));
    }).flat();
  });
}

/** In its lowest place above the bass. */
function triad(rootClass: number, mode: Chord['mode']): number[] {
  return [0, mode === 'major' ? 4 : 3, 7].map((step) => from(LOWEST_CHORD, rootClass + step));
}

/** The lowest note of a pitch class from a given one on. */
function from(lowest: number, pitchClass: number): number {
  return lowest + ((((pitchClass - lowest) % 12) + 12) % 12);
}

function sound(midi: number, onsetSeconds: number, endSeconds: number, levelDb: number): PlayedEvent {
  return { midi, onsetSeconds, endSeconds, levelDb, slurred: false, noteId: undefined };
}
