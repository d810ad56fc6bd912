import { lineOf } from '../../../tests/support/lines';
import type { InstrumentId } from '../instruments';
import { maybeLowestMidi } from './lowest-pitch';

const lineFor = (
  instrument: InstrumentId | undefined,
  measures: readonly string[],
  transpositionSemitones = 0,
) => {
  const line = lineOf(measures);
  return { ...line, part: { ...line.part, instrument, transpositionSemitones } };
};

// Lowest notes of the instruments: common practice; three half steps for who slips off them.
test.each<[string, InstrumentId | undefined, string[], number, number | undefined]>([
  ['a flute has nothing under C4', 'flute', ['A4w'], 0, 60 - 3],
  ['a line that goes lower than its instrument counts', 'flute', ['G3w'], 0, 55 - 3],
  ['a part is written a whole step higher, and the instrument is not', 'clarinet', ['A4w'], -2, 50 - 3],
  ['a voice may sing an octave lower', 'voice', ['C4w'], 0, 60 - 12],
  ['without an instrument nobody knows', undefined, ['A4h C4h'], 0, undefined],
  ['strokes have no pitch', 'snare', ['xq xq xh'], 0, undefined],
])('%s', (_, instrument, measures, transposition, lowest) => {
  expect(maybeLowestMidi(lineFor(instrument, measures, transposition))).toBe(lowest);
});
