import { bookLine, readLine, scoreXml } from '../../../tests/support/lines';
import { INSTRUMENTS, type InstrumentId, instrument } from '../instruments';
import type { Part } from '../notation';
import { canRead, movePart, partFor, partToMake, readingOf } from '.';

const flute = readLine(scoreXml(['G4q A4q B4q C5q', 'D5h C5h'])).part;
const made = (id: InstrumentId, from: Part = flute) => partToMake(from, id, 2).part;
const high = readLine(scoreXml(['C6q D6q E6q F6q', 'G6h A6h'])).part;
const claps = bookLine(3).part;

// Clefs and transpositions of band and orchestra parts: common practice.
test.each<[reader: InstrumentId, of: string, part: Part, reads: boolean]>([
  ['oboe', 'a flute', flute, true],
  ['violin', 'a flute', flute, true],
  ['trombone', 'a flute', flute, false],
  ['clarinet', 'a flute', flute, false],
  ['viola', 'a flute', flute, false],
  ['guitar', 'a flute', flute, false],
  ['snare', 'a flute', flute, false],
  ['clap', 'a flute', flute, false],
  ['oboe', 'a very high flute', high, false],
  ['trumpet', 'a clarinet', made('clarinet'), true],
  ['alto-sax', 'a clarinet', made('clarinet'), false],
  ['bassoon', 'a trombone', made('trombone'), true],
  ['trombone', 'clapping', claps, true],
  ['snare', 'clapping', claps, true],
  ['flute', 'a drum kit', bookLine(15).part, false],
  ['clap', 'a drum kit', bookLine(15).part, false],
  ['flute', 'two hands of a harp', bookLine(14).part, false],
  ['harp', 'two hands of a harp', bookLine(14).part, true],
])('the %s reads the part of %s: %#', (reader, _, part, reads) => {
  expect(canRead(instrument(reader), part)).toBe(reads);
});

test('whoever reads a part plays the pitches that are meant', () => {
  for (const lead of [flute, high, made('clarinet'), made('trombone'), made('horn')])
    for (const player of INSTRUMENTS.filter((one) => one.ranges && canRead(one, lead))) {
      const { part } = movePart(lead, { to: player, level: 3, id: 'P', shiftSemitones: 0 });
      expect(part.transpositionSemitones).toBe(lead.transpositionSemitones);
      expect(part.measures.map(({ clef }) => clef)).toEqual(lead.measures.map(({ clef }) => clef));
    }
});

describe('of several parts', () => {
  const parts = [flute, made('trombone')].map((part) => ({ instrument: part.instrument ?? null, part }));
  const partOf = (id: InstrumentId) => partFor(parts, instrument(id))?.part.name;

  test('one’s own comes first, then the lead if it can be read, then none', () => {
    expect(['flute', 'trombone', 'oboe', 'tuba', 'snare'].map((id) => partOf(id as InstrumentId))).toEqual([
      flute.name,
      'Trombone',
      flute.name,
      undefined,
      undefined,
    ]);
    // Nobody has said what is played.
    expect(partFor(parts, undefined)).toBe(parts[0]);
    expect(partFor([], instrument('flute'))).toBeUndefined();
  });

  test('what is missing is named, and where it lies beyond the level', () => {
    expect(readingOf(parts, 'oboe', 3)).toMatchObject({ name: flute.name, isToBeMade: false });
    expect(readingOf(parts, 'clarinet', 2)).toMatchObject({
      name: 'Clarinet in B♭',
      isToBeMade: true,
      measuresOutOfRange: [],
    });
    // Nine notes are all that the chanter has.
    expect(
      readingOf([{ instrument: 'flute', part: high }], 'practice-chanter', 1).measuresOutOfRange,
    ).not.toEqual([]);
  });
});
