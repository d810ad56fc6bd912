import { lineOf, readBook } from '../../../tests/support/lines';
import { toNumber } from '../time';
import { countIn, countPart, NUMBERS_AND } from '.';

/** All counts of a line, quiet ones in small letters' brackets: `[2]`. */
function counts(measures: readonly string[], meter = '4/4'): string {
  const { part } = lineOf(measures, { meter });
  return [...countPart(part, NUMBERS_AND).values()]
    .map(({ text, quiet }) => (quiet ? `[${text}]` : text))
    .join(' | ');
}

// Facts of the trade (common practice).
test.each([
  ['quarters', ['C4q C4q C4q C4q'], '4/4', '1 | 2 | 3 | 4'],
  ['eighths', ['C4e C4e C4e C4e'], '2/4', '1 | & | 2 | &'],
  ['sixteenths', ['C4s C4s C4s C4s C4q'], '2/4', '1 | e | & | a | 2'],
  ['dotted quarter and eighth', ['C4q. C4e C4h'], '4/4', '1 (2) | & | 3 (4)'],
  ['dotted half', ['C4h. C4q'], '4/4', '1 (2 3) | 4'],
  ['dotted eighth and sixteenth', ['C4e. C4s C4q'], '2/4', '1 | a | 2'],
  ['rests are counted quietly', ['Rq Rq C4q'], '3/4', '[1] | [2] | 3'],
  ['a long rest', ['Rh C4h'], '4/4', '[1 2] | 3 (4)'],
  ['off-beat after a rest', ['Re C4e Re C4e C4h'], '4/4', '[1] | & | [2] | & | 3 (4)'],
  ['syncopation', ['C4e C4q C4e'], '2/4', '1 | & (2) | &'],
  ['a tie is counted through', ['C4h. C4q~', 'C4q C4h.'], '4/4', '1 (2 3) | 4 | (1) | 2 (3 4)'],
  ['a pickup of two eighths', ['C4e C4e', 'C4w', 'C4h.'], '4/4', '4 | & | 1 (2 3 4) | 1 (2 3)'],
  ['six-eight in six', ['C4q C4e C4q.'], '6/8', '1 (2) | 3 | 4 (5 6)'],
  ['two-two', ['C4h C4q C4q'], '2/2', '1 | 2 | &'],
])('%s', (_, measures, meter, expected) => {
  expect(counts(measures, meter)).toBe(expected);
});

test('in every line of the book each beat of every measure is counted exactly once', () => {
  for (const { line } of readBook()) {
    const labels = countPart(line.part, NUMBERS_AND);
    for (const measure of line.part.measures) {
      const said = measure.events
        .flatMap((event) => labels.get(event.id)!.text.match(/\d+/g) ?? [])
        .map(Number);
      const missing = measure.number === 0 || measure === line.part.measures.at(-1);
      const all = Array.from({ length: measure.meter.beats }, (_, beat) => beat + 1);
      if (!missing) expect(said).toEqual(all);
      expect(said).toEqual([...new Set(said)].sort((a, b) => a - b));
    }
  }
});

describe('count-in', () => {
  const said = (measures: readonly string[], meter: string) => {
    const { clicks, lengthQuarters } = countIn(lineOf(measures, { meter }));
    return [clicks.map((click) => click.number).join(''), toNumber(lengthQuarters)];
  };
  test.each([
    ['a full measure', ['C4w'], '4/4', '1234', 4],
    ['three-four', ['C4h.'], '3/4', '123', 3],
    ['six-eight in two', ['C4h.'], '6/8', '12', 3],
    // Two eighths of pickup in 4/4: count "1 2 3", enter on 4 (common practice).
    ['two eighths of pickup', ['C4e C4e', 'C4w', 'C4h.'], '4/4', '1234123', 7],
    ['a single eighth of pickup', ['C4e', 'C4w'], '4/4', '12341234', 7.5],
    ['a beat of pickup in 3/4', ['C4q', 'C4h.', 'C4h'], '3/4', '12312', 5],
    ['a line that begins with rests', ['Rh C4h'], '4/4', '1234', 4],
  ])('%s', (_, measures, meter, numbers, quarters) => {
    expect(said(measures, meter)).toEqual([numbers, quarters]);
  });
});
