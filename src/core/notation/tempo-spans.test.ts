import { lineOf } from '../../../tests/support/lines';
import { toNumber } from '../time';
import { tempoSpans, writtenNotes } from '.';

const words = (text: string, more = '') =>
  `<direction><direction-type><words>${text.replaceAll(' ', '_')}</words></direction-type>${more.replaceAll(' ', '_')}</direction>`;
const mark = (unit: string, bpm: number) =>
  `<direction><direction-type><metronome>${unit}<per-minute>${bpm}</per-minute></metronome></direction-type></direction>`;
const QUARTER = '<beat-unit>quarter</beat-unit>';
const EIGHTH = '<beat-unit>eighth</beat-unit>';
const DASHES = '<direction-type><dashes type="start" number="1"/></direction-type>';
const END_OF_DASHES =
  '<direction><direction-type><dashes_type="stop"_number="1"/></direction-type></direction>';
const repeatStart = '<barline location="left"><repeat direction="forward"/></barline>'.replaceAll(' ', '_');
const repeatEnd = '<barline location="right"><repeat direction="backward"/></barline>'.replaceAll(' ', '_');
const FOUR = 'C4q C4q C4q C4q';

/** `0-4 steady 1 | 4-8 slowing 1>0.6` */
const said = (measures: readonly string[], meter = '4/4') =>
  tempoSpans(lineOf(measures, { meter }))
    .map(({ kind, fromQuarters, toQuarters, fromShare, toShare }) => {
      const shares = [...new Set([fromShare, toShare])].map((share) => Number(share.toFixed(2)));
      return `${toNumber(fromQuarters)}-${toNumber(toQuarters)} ${kind} ${shares.join('>')}`;
    })
    .join(' | ');

// Rules of notation: common practice, as handbooks of music notation give them.
test.each<[string, readonly string[], string]>([
  ['a line without words', [FOUR, FOUR], '0-8 steady 1'],
  ['a rit. to the end', [FOUR, `C4q C4q ${words('rit.')} C4q C4q`], '0-6 steady 1 | 6-8 slowing 1>0.6'],
  [
    'a rit. until a tempo',
    [`${words('rit.')} ${FOUR}`, `${words('a tempo')} ${FOUR}`],
    '0-4 slowing 1>0.6 | 4-8 steady 1',
  ],
  ['an accel. gets faster', [FOUR, `${words('accel.')} ${FOUR}`], '0-4 steady 1 | 4-8 quickening 1>1.3'],
  [
    'a rit. until the release of a fermata',
    [`${words('poco rit.')} C4q C4q C4h^`, FOUR],
    '0-4 slowing 1>0.6 | 4-8 steady 1',
  ],
  ['a fermata alone changes no tempo', ['C4h C4h^', FOUR], '0-8 steady 1'],
  [
    'a rit. until the end of its dashes',
    [`${words('rit.', DASHES)} C4q C4q ${END_OF_DASHES} C4q C4q`, FOUR],
    '0-2 slowing 1>0.6 | 2-8 steady 1',
  ],
  [
    'a rit. until a new tempo, to which it leads',
    [`${mark(QUARTER, 120)} C4h ${words('rit.')} C4h`, `${mark(QUARTER, 90)} ${FOUR}`],
    '0-2 steady 1 | 2-4 slowing 1>0.75 | 4-8 steady 0.75',
  ],
  [
    'a rit. before a faster tempo only slows',
    [`${mark(QUARTER, 60)} C4h ${words('rit.')} C4h`, `${mark(QUARTER, 90)} ${FOUR}`],
    '0-2 steady 1 | 2-4 slowing 1>0.6 | 4-8 steady 1.5',
  ],
  [
    'a new tempo that counts another note: quarter = 60, eighth = 60 is half as fast',
    [`${mark(QUARTER, 60)} ${FOUR}`, `${mark(EIGHTH, 60)} ${FOUR}`],
    '0-4 steady 1 | 4-8 steady 0.5',
  ],
  [
    'a tempo word after a tempo mark: the middle of its range',
    [`${mark(QUARTER, 96)} ${FOUR}`, `${words('Allegro')} ${FOUR}`],
    '0-4 steady 1 | 4-8 steady 1.5',
  ],
  ['the tempo word of the line changes nothing', [`${words('Allegro')} ${FOUR}`, FOUR], '0-8 steady 1'],
  [
    'the first tempo comes back',
    [`${mark(QUARTER, 60)} ${FOUR}`, `${mark(QUARTER, 90)} ${FOUR}`, `${words('Tempo I')} ${FOUR}`],
    '0-4 steady 1 | 4-8 steady 1.5 | 8-12 steady 1',
  ],
  [
    'a second pass begins in tempo, and slows again',
    [FOUR, `C4q C4q ${words('rit.')} C4q C4q ${repeatEnd}`, FOUR],
    '0-6 steady 1 | 6-8 slowing 1>0.6 | 8-14 steady 1 | 14-16 slowing 1>0.6 | 16-20 steady 1',
  ],
  [
    'a section ends where the next one is repeated',
    [`${words('rit.')} ${FOUR}`, `${repeatStart} ${FOUR} ${repeatEnd}`],
    '0-4 slowing 1>0.6 | 4-12 steady 1',
  ],
  [
    'a repeated section begins anew in the tempo in which it began',
    [`${mark(QUARTER, 60)} ${FOUR}`, `${mark(QUARTER, 90)} ${FOUR} ${repeatEnd}`],
    '0-4 steady 1 | 4-8 steady 1.5 | 8-12 steady 1 | 12-16 steady 1.5',
  ],
  [
    'words that only sound alike',
    [`${words('Spirited, with accuracy')} ${FOUR}`, `${words('with merit')} ${FOUR}`],
    '0-8 steady 1',
  ],
])('%s', (_, measures, expected) => {
  expect(said(measures)).toBe(expected);
});

test('only the notes under a rit. are free, in each pass', () => {
  const line = lineOf([FOUR, `C4q C4q ${words('rit.')} C4q C4q ${repeatEnd}`, 'C4w']);
  const free = writtenNotes(line).map(({ freeTempo }) => (freeTempo ? 'f' : '.'));
  expect(free.join('')).toBe('......ff......ff.');
});
