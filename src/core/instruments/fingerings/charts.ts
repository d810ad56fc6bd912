import { parsePitchName, type Spelling, spellingToMidi } from '../../pitch';
import type { InstrumentId } from '../instrument';
import { slideChart, valveChart } from './brass-partials';
import { CHANTER } from './chanter';
import { CLARINET } from './clarinet';
import type { Fingering, FingeringChart } from './fingering';
import { FLUTE } from './flute';
import { OBOE } from './oboe';
import { ALTO_RECORDER, SOPRANO_RECORDER } from './recorder';
import { SAXOPHONE } from './saxophone';
import { fretChart, letterFingers, semitoneFingers } from './strings-first-position';

const midi = (name: string) => spellingToMidi(parsePitchName(name));
const open = (...names: readonly string[]) =>
  names.map((name) => ({ name: name.slice(0, -1), midi: midi(name) }));

/** Usable partials as written; the seventh is left out because it sounds flat. */
export const OPEN_NOTES: Readonly<Partial<Record<InstrumentId, readonly number[]>>> = {
  trumpet: ['C4', 'G4', 'C5', 'E5', 'G5', 'C6'].map(midi),
  horn: ['C3', 'G3', 'C4', 'E4', 'G4', 'C5', 'E5', 'G5', 'C6'].map(midi),
  trombone: ['Bb2', 'F3', 'Bb3', 'D4', 'F4', 'Bb4'].map(midi),
  euphonium: ['Bb2', 'F3', 'Bb3', 'D4', 'F4', 'Bb4'].map(midi),
  tuba: ['Bb1', 'F2', 'Bb2', 'D3', 'F3', 'Bb3'].map(midi),
};

const CHARTS: Readonly<Partial<Record<InstrumentId, FingeringChart>>> = {
  flute: FLUTE,
  oboe: OBOE,
  clarinet: CLARINET,
  'alto-sax': SAXOPHONE,
  'tenor-sax': SAXOPHONE,
  'soprano-recorder': SOPRANO_RECORDER,
  'alto-recorder': ALTO_RECORDER,
  'practice-chanter': CHANTER,
  trumpet: valveChart(OPEN_NOTES.trumpet!),
  horn: valveChart(OPEN_NOTES.horn!),
  trombone: slideChart(OPEN_NOTES.trombone!),
  euphonium: valveChart(OPEN_NOTES.euphonium!),
  tuba: valveChart(OPEN_NOTES.tuba!),
  violin: letterFingers(open('E5', 'A4', 'D4', 'G3')),
  viola: letterFingers(open('A4', 'D4', 'G3', 'C3')),
  cello: semitoneFingers(open('A3', 'D3', 'G2', 'C2'), {
    1: [1, 'low'],
    2: [1, 'usual'],
    3: [2, 'usual'],
    4: [3, 'usual'],
    5: [4, 'usual'],
    6: [4, 'high'],
  }),
  'double-bass': semitoneFingers(open('G3', 'D3', 'A2', 'E2'), {
    1: [1, 'low'],
    2: [1, 'usual'],
    3: [2, 'usual'],
    4: [4, 'usual'],
  }),
  guitar: fretChart(open('E5', 'B4', 'G4', 'D4', 'A3', 'E3'), 5),
  ukulele: fretChart(open('A4', 'E4', 'C4'), 12),
};

/** The chart of an instrument; undefined where there is no standard one. */
export function maybeFingeringChart(id: InstrumentId): FingeringChart | undefined {
  return CHARTS[id];
}

/** Ways to play a written note, the usual one first; none where the chart has none. */
export function fingeringsOf(id: InstrumentId, written: Spelling): readonly Fingering[] {
  return CHARTS[id]?.at(spellingToMidi(written), written.step) ?? [];
}
