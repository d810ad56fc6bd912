import { parsePitchName, spellingToMidi } from '../../pitch';
import {
  describeFingering,
  type Fingering,
  fingeringSign,
  fingeringsOf,
  INSTRUMENTS,
  type InstrumentId,
  maybeFingeringChart,
  maybeFrettedStrings,
  maybeWrittenRange,
  stopsOf,
} from '..';

const usual = (id: InstrumentId, name: string): Fingering | undefined =>
  fingeringsOf(id, parsePitchName(name))[0];
const sign = (id: InstrumentId, name: string) => {
  const found = usual(id, name);
  return found ? fingeringSign(found) : undefined;
};

// Common practice: the usual chart of each instrument, from memory, kept apart from the rules that make it.
test.each<[InstrumentId, string]>([
  [
    'trumpet',
    'F#3:123 G3:13 G#3:23 A3:12 Bb3:1 B3:2 C4:0 C#4:123 D4:13 Eb4:23 E4:12 F4:1 F#4:2 G4:0 Ab4:23 A4:12 Bb4:1 B4:2 C5:0 C#5:12 D5:1 Eb5:2 E5:0 F5:1 F#5:2 G5:0',
  ],
  ['horn', 'G3:0 A3:12 Bb3:1 B3:2 C4:0 D4:1 E4:0 F4:1 G4:0 A4:12 Bb4:1 B4:2 C5:0 D5:1 E5:0'],
  [
    'trombone',
    'E2:7 F2:6 F#2:5 G2:4 Ab2:3 A2:2 Bb2:1 B2:7 C3:6 Db3:5 D3:4 Eb3:3 E3:2 F3:1 F#3:5 G3:4 Ab3:3 A3:2 Bb3:1 B3:4 C4:3 C#4:2 D4:1 Eb4:3 E4:2 F4:1',
  ],
  ['euphonium', 'E2:123 F2:13 G2:12 Ab2:1 A2:2 Bb2:0 C3:13 D3:12 Eb3:1 E3:2 F3:0 G3:12 A3:2 Bb3:0 C4:1 D4:0'],
  ['tuba', 'E1:123 F1:13 G1:12 A1:2 Bb1:0 C2:13 D2:12 Eb2:1 F2:0 G2:12 A2:2 Bb2:0'],
  ['cornet', 'C4:0 D4:13 E4:12 F4:1 G4:0 A4:12 Bb4:1 C5:0'],
  ['treble-baritone', 'C4:0 D4:13 E4:12 F4:1 G4:0 A4:12 Bb4:1 C5:0'],
  ['e-flat-horn', 'C4:0 D4:13 E4:12 F4:1 G4:0 A4:12 Bb4:1 C5:0'],
  ['e-flat-tuba', 'Eb2:0 F2:13 G2:12 Ab2:1 A2:2 Bb2:0 C3:12 D3:2 Eb3:0'],
  ['bass-guitar', 'E2:E0 F2:E1 G2:E3 A2:A0 B2:A2 C3:A3 D3:D0 E3:D2 F3:D3 G3:G0 A3:G2 B3:G4'],
  [
    'violin',
    'G3:G0 A3:G1 B3:G2 C4:G3 D4:D0 E4:D1 F4:D2↓ F#4:D2 G4:D3 A4:A0 B4:A1 C5:A2↓ C#5:A2 D5:A3 E5:E0 F5:E1↓ F#5:E1 G5:E2↓ A5:E3 B5:E4',
  ],
  ['viola', 'C3:C0 D3:C1 G3:G0 B3:G2 D4:D0 F#4:D2 A4:A0 C5:A2↓ D5:A3 E5:A4'],
  [
    'cello',
    'C2:C0 D2:C1 E2:C3 F2:C4 G2:G0 B2:G3 D3:D0 E3:D1 F3:D2 F#3:D3 G3:D4 A3:A0 B3:A1 C4:A2 C#4:A3 D4:A4',
  ],
  ['double-bass', 'E2:E0 F#2:E1 G2:E2 A2:A0 B2:A1 C3:A2 D3:D0 E3:D1 F3:D2 F#3:D4 G3:G0 A3:G1'],
  ['guitar', 'E3:E0 F3:E1 G3:E3 A3:A0 C4:A3 D4:D0 F4:D3 G4:G0 A4:G2 B4:B0 C5:B1 D5:B3 E5:E0 G5:E3'],
  ['ukulele', 'C4:C0 D4:C2 E4:E0 F4:E1 G4:E3 A4:A0 B4:A2 C5:A3'],
])('the %s chart', (id, chart) => {
  const pairs = chart.split(' ').map((pair) => pair.split(':') as [string, string]);
  expect(pairs.map(([name]) => `${name}:${sign(id, name)}`)).toEqual(pairs.map((pair) => pair.join(':')));
});

test.each<[InstrumentId, string, string]>([
  ['soprano-recorder', 'G4', 'thumb, 1, 2, 3'],
  ['soprano-recorder', 'E5', 'half thumb, 1, 2, 3, 4, 5'],
  ['alto-recorder', 'C5', 'thumb, 1, 2, 3'],
  ['practice-chanter', 'G4', 'thumb, 1, 2, 3, 4, 5, 6, 7'],
  ['clarinet', 'G4', 'all open'],
  ['flute', 'D5', 'thumb, 2, 3, 4, 5, 6'],
  ['alto-sax', 'C5', '2'],
  ['oboe', 'C5', '1, 4'],
  ['alto-sax', 'Bb3', '1, 2, 3, 4, 5, 6, C key, low B♭ key'],
  ['alto-sax', 'B3', '1, 2, 3, 4, 5, 6, C key, low B key'],
  ['tenor-sax', 'C#4', '1, 2, 3, 4, 5, 6, C key, low C♯ key'],
  ['baritone-sax', 'G4', '1, 2, 3'],
  ['piccolo', 'D4', 'thumb, 1, 2, 3, 4, 5, 6'],
  ['english-horn', 'G4', '1, 2, 3'],
  ['bass-clarinet', 'G4', 'all open'],
  ['bassoon', 'C3', '1, 2, 3, whisper key'],
  ['bassoon', 'F3', 'whisper key'],
  ['tenor-recorder', 'G4', 'thumb, 1, 2, 3'],
  // The alto's fingers, an octave lower in the bass clef.
  ['bass-recorder', 'C3', 'thumb, 1, 2, 3'],
  ['soprano-recorder', 'F4', 'thumb, 1, 2, 3, 4, 6, 7'],
  ['german-recorder', 'F4', 'thumb, 1, 2, 3, 4'],
  ['german-recorder', 'F#4', 'thumb, 1, 2, 3, 5, 6, 7'],
])('%s %s in words: %s', (id, name, words) => {
  expect(describeFingering(usual(id, name)!)).toBe(words);
});

// Common practice: what a fourth valve and the thumb of a double horn are for.
test.each<[InstrumentId, string, string]>([
  ['euphonium', 'C3', '13 4'],
  ['euphonium', 'B2', '123 24'],
  ['tuba', 'C2', '13 4'],
  ['euphonium', 'Eb3', '1'],
  ['horn', 'A4', '12 3 T12'],
  ['horn', 'C5', '0 T0'],
  ['horn', 'F5', '1 T0'],
])('all ways to play %s %s: %s', (id, name, ways) => {
  expect(fingeringsOf(id, parsePitchName(name)).map(fingeringSign).join(' ')).toBe(ways);
});

/** Notes of the third level for which the charts from memory have no entry. */
const WITHOUT_FINGERING: Readonly<Partial<Record<InstrumentId, readonly string[]>>> = {
  // Played differently from maker to maker.
  'soprano-recorder': ['C#6'],
  'german-recorder': ['C#6'],
  'alto-recorder': ['F#6'],
  bassoon: ['F#2', 'F#3'],
  // Beyond first position.
  'double-bass': ['C4', 'C#4', 'D4'],
};

// The contract of every chart.
describe.each(INSTRUMENTS.filter(({ id }) => maybeFingeringChart(id)).map((one) => [one.id, one] as const))(
  '%s',
  (id, player) => {
    const [lowest, highest] = maybeWrittenRange(player, 3)!;
    const missing = (WITHOUT_FINGERING[id] ?? []).map((name) => spellingToMidi(parsePitchName(name)));
    const NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
    const all = Array.from({ length: highest - lowest + 1 }, (_, n) => lowest + n)
      .filter(
        (midi) =>
          !player.onlyNotes || player.onlyNotes.some((name) => spellingToMidi(parsePitchName(name)) === midi),
      )
      .map((midi) => ({ midi, spelling: parsePitchName(`${NAMES[midi % 12]}${Math.floor(midi / 12) - 1}`) }));

    test('every note of the first year has a fingering, except those known to be missing', () => {
      const without = all
        .filter(({ spelling }) => fingeringsOf(id, spelling).length === 0)
        .map(({ midi }) => midi);
      expect(without).toEqual(missing);
    });

    test('no way to play a note is told twice, and each can be said and written', () => {
      for (const { spelling } of all) {
        const ways = fingeringsOf(id, spelling).map(
          (way) => `${fingeringSign(way)}|${describeFingering(way)}`,
        );
        expect(new Set(ways).size).toBe(ways.length);
        expect(ways.join('')).not.toMatch(/undefined|NaN/);
      }
    });

    test('neighbouring notes are not played the same way', () => {
      all.slice(1).forEach(({ spelling }, index) => {
        const [a, b] = [all[index]!.spelling, spelling].map((one) =>
          JSON.stringify(fingeringsOf(id, one)[0]),
        );
        if (a && b) expect(a).not.toBe(b);
      });
    });

    test('its source is named', () => {
      expect(maybeFingeringChart(id)!.source).toMatch(/\.$/);
    });
  },
);

test.each(['harp', 'piano', 'voice', 'bells', 'clap', 'snare', 'drum-kit'] as const)(
  '%s has no standard chart',
  (id) => {
    expect(maybeFingeringChart(id)).toBeUndefined();
    expect(fingeringsOf(id, parsePitchName('C4'))).toEqual([]);
  },
);

// The commonest first chords, as every chart of them prints them: strings and frets. Common facts of the trade.
test.each([
  ['guitar', 'C', ['C4', 'E4', 'G4', 'C5', 'E5'], [53, 42, 30, 21, 10]],
  ['guitar', 'G', ['G3', 'B3', 'D4', 'G4', 'B4', 'G5'], [63, 52, 40, 30, 20, 13]],
  ['guitar', 'D', ['D4', 'A4', 'D5', 'F#5'], [40, 32, 23, 12]],
  ['ukulele', 'C', ['G4', 'C4', 'E4', 'C5'], [40, 30, 20, 13]],
  ['ukulele', 'F', ['A4', 'C4', 'F4', 'A4'], [42, 30, 21, 10]],
] as const)('a %s has the chord of %s under its fingers', (id, _, names, stops) => {
  const strings = maybeFrettedStrings(id)!;
  const found = stopsOf(
    strings,
    names.map((name) => spellingToMidi(parsePitchName(name))),
    undefined,
  );
  expect(new Set(found.map((stop) => stop && stop.stringNumber * 10 + stop.fret))).toEqual(new Set(stops));
});

test('a written string is taken where the note can be stopped on it, and nothing below the lowest string can', () => {
  const strings = maybeFrettedStrings('guitar')!;
  const e5 = spellingToMidi(parsePitchName('E5'));
  expect(stopsOf(strings, [e5], undefined)).toEqual([{ stringNumber: 1, fret: 0 }]);
  expect(stopsOf(strings, [e5], 2)).toEqual([{ stringNumber: 2, fret: 5 }]);
  expect(stopsOf(strings, [e5 - 28], undefined)).toEqual([undefined]);
  expect(maybeFrettedStrings('violin')).toBeUndefined();
});
