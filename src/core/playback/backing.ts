import { type Line, timedMeasures } from '../notation';
import type { PlayedEvent } from '../simulation';
import { TempoMap } from '../tempo';
import { beatUnit, toNumber } from '../time';
import { type Chord, chordClasses, harmonise, maybeTonic, rubs } from './harmony';
import { type Model, playModel } from './model';
import { AS_WRITTEN } from './model-wish';

export const BACKINGS = ['drone', 'chords', 'other-part'] as const;
export type BackingKind = (typeof BACKINGS)[number];
/** What is made from the line itself. */
export type PlainBacking = Exclude<BackingKind, 'other-part'>;

/** Lowest notes of bass, chords and drone, as MIDI: an E and a C below middle C, so that the line stays on top. */
const LOWEST_BASS = 40;
const LOWEST_CHORD = 52;
const LOWEST_DRONE = 48;
const CHORD_DB = -5;
const SHARE_OF_BEAT = 0.9;

/** The other part of a duet, or the other ones of a trio, in the time of the line. @returns undefined where there is none. */
export function playOthers(line: Line, bpm: number): Model | undefined {
  const { others = [] } = line;
  const models = others.map((part) => playModel({ title: line.title, part }, bpm, AS_WRITTEN, line));
  const [first] = models;
  if (!first) return undefined;
  const events = models.flatMap((model) => model.events).toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
  return { ...first, events };
}

/**
 * Something plain to play with, derived from the line: its tonic and fifth held, or a bass note on the first beat of
 * every measure and its chord on the others, in the tempo of the line with its rit. and fermatas.
 * @param bpm in beat units of the first meter.
 * @returns undefined for a line without pitch.
 */
export function playBacking(line: Line, bpm: number, kind: PlainBacking): Model | undefined {
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
  const measures = timedMeasures(line);
  let sounding: Chord | undefined;
  return harmonise(line)!.flatMap(({ measureIndex, beat, held, ...chord }) => {
    const { measure, onsetQuarters, lengthQuarters } = measures[measureIndex]!;
    // A pickup stands alone.
    if (measure.number === 0) return [];
    const unit = toNumber(beatUnit(measure.meter).quarters);
    const onset = toNumber(onsetQuarters) + beat * unit;
    const end = Math.min(onset + unit, toNumber(onsetQuarters) + toNumber(lengthQuarters));
    const start = tempo.seconds(onset);
    const until = start + SHARE_OF_BEAT * (tempo.seconds(end) - start);
    // A new chord within a measure brings its bass note, too.
    const isNew = chord.rootClass !== sounding?.rootClass || chord.mode !== sounding.mode;
    sounding = chord;
    const isBass = beat === 0 || isNew;
    // A note of the chord that would rub against what the melody holds is left out; the bass takes the next one.
    const tones = chordClasses(chord).filter((tone) => !rubs(tone, held));
    const played = isBass
      ? tones.slice(0, 1).map((tone) => from(LOWEST_BASS, tone))
      : tones.map((tone) => from(LOWEST_CHORD, tone));
    return played.map((midi) => sound(midi, start, until, isBass ? 0 : CHORD_DB));
  });
}

/** The lowest note of a pitch class from a given one on. */
function from(lowest: number, pitchClass: number): number {
  return lowest + ((((pitchClass - lowest) % 12) + 12) % 12);
}

function sound(midi: number, onsetSeconds: number, endSeconds: number, levelDb: number): PlayedEvent {
  return { midi, onsetSeconds, endSeconds, levelDb, slurred: false, noteId: undefined };
}
