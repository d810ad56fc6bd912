import { lineOf } from '../../../tests/support/lines';
import { loudnessAt, writtenLoudness } from './dynamics';

const MARK = (mark: string) =>
  `<direction><direction-type><dynamics><${mark}/></dynamics></direction-type></direction>`;
const WEDGE = (type: string) =>
  `<direction><direction-type><wedge_type="${type}"/></direction-type></direction>`;

/** Loudness at the start of every quarter, in dB beside mf. */
function loudness(measures: readonly string[]): number[] {
  const line = lineOf(measures);
  const points = writtenLoudness(line);
  const quarters = 4 * measures.length;
  return Array.from({ length: quarters }, (_, quarter) => Math.round(10 * loudnessAt(points, quarter)) / 10);
}

// Order of the marks from soft to loud, a hairpin that leads from one to the next (common practice).
test.each<[string, string[], number[]]>([
  ['without a mark it is mf', ['C4q C4q C4q C4q'], [0, 0, 0, 0]],
  ['piano from the start', [`${MARK('p')} C4q C4q C4q C4q`], [-10, -10, -10, -10]],
  ['forte from the third beat', [`C4q C4q ${MARK('f')} C4q C4q`], [0, 0, 5, 5]],
  [
    'a crescendo from piano to forte grows evenly',
    [`${MARK('p')} ${WEDGE('crescendo')} C4q C4q C4q C4q`, `${MARK('f')} C4q C4q C4q C4q`],
    [-10, -6.2, -2.5, 1.3, 5, 5, 5, 5],
  ],
  [
    'a diminuendo that only ends leads a step down',
    [`${WEDGE('diminuendo')} C4q C4q ${WEDGE('stop')} C4q C4q`],
    [0, -3, -6, -6],
  ],
  ['fp is loud and at once soft', [`${MARK('fp')} C4q C4q C4h`], [5, -10, -10, -10]],
  ['sfz is one loud moment', [`${MARK('p')} C4q ${MARK('sfz')} C4q C4h`], [-10, 5, -10, -10]],
])('%s', (_, measures, expected) => {
  expect(loudness(measures)).toEqual(expected);
});

test('every mark is louder than the one before', () => {
  const levels = ['pp', 'p', 'mp', 'mf', 'f', 'ff'].map((mark) => loudness([`${MARK(mark)} C4w`])[0]!);
  expect(levels).toEqual(levels.toSorted((a, b) => a - b));
  expect(new Set(levels).size).toBe(6);
});
