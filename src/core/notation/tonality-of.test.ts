import { lineOf } from '../../../tests/support/lines';
import { tonalityName } from '../pitch';
import { tonalityOf } from '.';

// Common practice: where a tune comes home, and what is in between.
test.each<[string, readonly string[], number, string | undefined]>([
  ['a scale of C', ['C4q D4q E4q F4q', 'G4q F4q E4q D4q', 'C4w'], 0, 'C major'],
  [
    'in A minor, with its leading note',
    ['A4q B4q C5q D5q', 'E5q D5q C5q B4q', 'G#4h A4h', 'A4w'],
    0,
    'A minor',
  ],
  ['in E minor', ['E4q G4q B4h', 'A4q G4q F#4h', 'E4w'], 1, 'E minor'],
  [
    'B, A and G alone, with an empty signature',
    ['B4q A4q G4h', 'B4q A4q G4h', 'G4q G4q A4q A4q', 'B4q A4q G4h'],
    0,
    'G major',
  ],
  ['the same with its F sharp', ['B4q A4q G4h', 'B4q A4q G4h'], 1, 'G major'],
  [
    'five notes of G that end on its third',
    ['G4q A4q B4h', 'D5q C5q A4h', 'G4q A4q B4q G4q', 'B4w'],
    1,
    'G major',
  ],
  ['D dorian', ['D4q E4q F4q G4q', 'A4q B4q A4h', 'F4q E4q D4h', 'D4w'], 0, 'D dorian'],
  [
    'G mixolydian, with its F natural',
    ['G4q B4q D5q F5q', 'E5q D5q C5q B4q', 'F4q G4q A4q F4q', 'G4w'],
    0,
    'G mixolydian',
  ],
  ['F major without a B', ['F4q G4q A4h', 'C5q A4q F4h', 'G4q G4q F4h'], 0, 'F major'],
  [
    'in C, ending on its fifth',
    ['C4q E4q G4h', 'F4q E4q D4q C4q', 'C4q D4q E4q C4q', 'C4h G4h'],
    0,
    'C major',
  ],
  ['strokes', ['xq xq xh'], 0, undefined],
])('%s', (_, measures, fifths, expected) => {
  const tonality = tonalityOf(lineOf(measures, { fifths }).part);
  expect(tonality && tonalityName(tonality)).toBe(expected);
});

test('a mode that the file names is believed; "major" only where nothing speaks against it', () => {
  const dorian = lineOf(['A4q B4q C5q D5q', 'E5q D5q C5q B4q', 'A4w']);
  const named = (mode: 'major' | 'phrygian') => tonalityOf({ ...dorian.part, mode });
  expect(tonalityName(named('phrygian')!)).toBe('E phrygian');
  expect(tonalityName(named('major')!)).toBe('A minor');
});
