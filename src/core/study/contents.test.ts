import { bookLine, readLine, scoreXml } from '../../../tests/support/lines';
import { CONTENT_IDS, contentsOf } from '.';

const of = (measures: string[], options = {}) => contentsOf(readLine(scoreXml(measures, options)).part);

test.each([
  ['C4h~ C4h', 'ties'],
  ['C4h. D4q', 'dotted-half'],
  ['C4q. D4e E4h', 'dotted-quarter'],
  ['C4e. D4s E4q F4h', 'dotted-eighth'],
  ['C4q Rq C4h', 'quarter-rest'],
  ['C4q Re C4e C4h', 'off-beat'],
  ['(C4q D4q) E4h', 'slurs'],
  ["C4q' D4q E4h", 'staccato'],
  ['F#4q D4q E4h', 'accidentals'],
  ['xq xq xh', 'unpitched'],
])('in "%s" there is %s', (measure, content) => {
  expect(of([measure])).toContain(content);
  expect(of(['C4q D4q E4q F4q'])).not.toContain(content);
});

test.each(['2/4', '3/4', '6/8', '2/2'])('the meter %s is found', (meter) => {
  const measure = { '2/4': 'C4h', '3/4': 'C4h.', '6/8': 'C4h.', '2/2': 'C4w' }[meter]!;
  expect(of([measure], { meter })).toContain(`meter-${meter}`);
});

test('a sharp of the key signature is no accidental, its natural is', () => {
  expect(of(['F#4w'], { fifths: 1 })).toEqual(expect.arrayContaining(['sharps']));
  expect(of(['F#4w'], { fifths: 1 })).not.toContain('accidentals');
  expect(of(['F4w'], { fifths: 1 })).toContain('accidentals');
});

test('the book’s lines are told apart', () => {
  expect(contentsOf(bookLine(9).part)).toEqual(
    expect.arrayContaining(['repeats', 'endings', 'eighth-rest', 'sharps']),
  );
  expect(contentsOf(bookLine(8).part)).toContain('meter-6/8');
  const all = contentsOf(bookLine(5).part);
  expect(all).toEqual(CONTENT_IDS.filter((id) => all.includes(id)));
});
