import { lineOf, readBook } from '../../../tests/support/lines';
import { randomLine } from '../../../tests/support/random-lines';
import { type BeatPicture, worthOfEvent, worthOfMeasure, worthOfMeter, worthsToKnow } from '.';

const of = (measures: string[], meter = '4/4') => lineOf(measures, { meter }).part;
const idAt = (part: ReturnType<typeof of>, index: number) =>
  part.measures.flatMap((m) => m.events)[index]!.id;

// Facts of the trade (common practice): the check values of the job's description.
test.each([
  ['whole', 'C4w', '4/4', 'whole note', '4 beats'],
  ['half', 'C4h C4h', '4/4', 'half note', '2 beats'],
  ['quarter', 'C4q C4h.', '4/4', 'quarter note', '1 beat'],
  ['eighth', 'C4e C4e C4h.', '4/4', 'eighth note', '½ beat'],
  ['sixteenth', 'C4s C4s C4e C4h.', '4/4', 'sixteenth note', '¼ beat'],
  ['dotted half', 'C4h. C4q', '4/4', 'dotted half note', '2 + 1 = 3 beats'],
  ['dotted quarter', 'C4q. C4e C4h', '4/4', 'dotted quarter note', '1 + ½ = 1½ beats'],
  ['dotted eighth', 'C4e. C4s C4h.', '4/4', 'dotted eighth note', '½ + ¼ = ¾ beat'],
  ['a rest lasts as long as its note', 'Rh C4h', '4/4', 'half rest', '2 beats'],
  ['a quarter in 6/8 is two eighths', 'C4q C4e C4q.', '6/8', 'quarter note', '2 eighths'],
  ['a dotted quarter in 6/8', 'C4q. C4q.', '6/8', 'dotted quarter note', '2 + 1 = 3 eighths'],
  ['in 2/2 a half is one', 'C4h C4h', '2/2', 'half note', '1 beat'],
])('%s', (_, measure, meter, title, arithmetic) => {
  const part = of([measure], meter);
  expect(worthOfEvent(part, idAt(part, 0), 'us')).toMatchObject({ title, arithmetic });
});

test.each([
  ['half tied to quarter sounds like a dotted half', ['C4h~ C4q C4q'], 0, '2 + 1 = 3 beats'],
  ['two tied quarters sound like a half', ['C4q~ C4q C4h'], 1, '1 + 1 = 2 beats'],
  ['whole tied to quarter is five beats', ['C4w~', 'C4q C4h.'], 0, '4 + 1 = 5 beats'],
])('%s', (_, measures, index, arithmetic) => {
  const part = of(measures);
  const worth = worthOfEvent(part, idAt(part, index), 'us');
  expect(worth.arithmetic).toBe(arithmetic);
  expect(worth.sentences.join()).toContain('starts once');
  expect(worth.pictures).toHaveLength(measures.length);
});

test('the other vocabulary', () => {
  const part = of(['C4h. Rq']);
  expect(worthOfEvent(part, idAt(part, 0), 'uk').title).toBe('dotted minim');
  expect(worthOfEvent(part, idAt(part, 1), 'uk').title).toBe('crotchet rest');
  expect(worthOfMeasure(part, 0, 'uk').title).toBe('Bar 1');
});

test('the numbers of a time signature', () => {
  expect(worthOfMeter(of(['C4h.'], '3/4').measures[0]!, 'us').sentences).toEqual([
    'The upper number: 3 beats in every measure.',
    'The lower number: a quarter note counts as 1.',
  ]);
  expect(worthOfMeter(of(['C4h.'], '6/8').measures[0]!, 'uk').sentences).toEqual([
    'The upper number: 6 quavers in every bar.',
    'The lower number: a quaver counts as 1.',
    'In a quick 6/8 one feels 2 large beats; each lasts a dotted crotchet, three quavers.',
  ]);
});

test('a measure’s sum, and a pickup’s with what it lacks', () => {
  const part = of(['C4e C4e', 'C4q. C4e C4h', 'C4h.']);
  expect(worthOfMeasure(part, 1, 'us').arithmetic).toBe('1½ + ½ + 2 = 4 beats');
  expect(worthOfMeasure(part, 0, 'us')).toMatchObject({
    title: 'The pickup',
    arithmetic: '½ + ½ = 1 beat',
    sentences: ['A full measure has 4. The other 3 stand in the last measure.'],
  });
  expect(() => worthOfMeasure(part, 9, 'us')).toThrow('got place 9');
  expect(() => worthOfEvent(part, 'nobody', 'us')).toThrow(RangeError);
  expect(worthsToKnow(part, 'us').map(({ title }) => title)).toEqual([
    'dotted quarter note',
    'dotted half note',
  ]);
});

test('law: every picture is filled without gap or overlap, and the sum of values is the meter', () => {
  const lines = [
    ...readBook().map(({ line }) => line),
    ...Array.from({ length: 40 }, (_, n) => randomLine(n + 1)),
  ];
  const isWhole = ({ pieces, beats }: BeatPicture) =>
    pieces.every((piece, n) => piece.fromBeats === (n === 0 ? 0 : pieces[n - 1]!.toBeats)) &&
    pieces.at(-1)!.toBeats === beats;
  for (const { part } of lines) {
    part.measures.forEach((measure, index) => {
      const worth = worthOfMeasure(part, index, 'us');
      expect(worth.pictures.every(isWhole)).toBe(true);
      const filled = worth.pictures[0]!.pieces.filter(({ kind }) => kind !== 'missing');
      const sum = filled.reduce((total, piece) => total + piece.toBeats - piece.fromBeats, 0);
      expect(sum).toBeCloseTo(
        measure.events.reduce(
          (total, e) =>
            total + (e.quarters.numerator / e.quarters.denominator) * (measure.meter.beatType / 4),
          0,
        ),
      );
      for (const event of measure.events) {
        expect(worthOfEvent(part, event.id, 'uk').pictures.every(isWhole)).toBe(true);
      }
    });
  }
});
