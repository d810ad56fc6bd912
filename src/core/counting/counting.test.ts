import { lineOf, readBook } from '../../../tests/support/lines';
import { randomLine } from '../../../tests/support/random-lines';
import { measureOffset, writtenLength } from '../notation';
import { divide, isInThrees, isInteger, measureLength, multiply, rational, toNumber } from '../time';
import {
  type CountInStyle,
  type CountingStyle,
  countedBeat,
  countedEvents,
  countIn,
  countPart,
  easilyMissedEntries,
  readWord,
  SCHOOLS,
  type SchoolId,
  USUAL_STYLE,
  writeWord,
} from '.';

/** All counts of a line, quiet ones in small letters' brackets: `[2]`. */
function counts(measures: readonly string[], meter = '4/4', style: Partial<CountingStyle> = {}): string {
  const { part } = lineOf(measures, { meter });
  return [...countPart(part, { ...USUAL_STYLE, ...style }).values()]
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

// Common practice, and the table of schools in the job's description; "ta-i" and "tim ka" from memory.
describe.each<[SchoolId, Partial<CountingStyle>, [string, string[], string][]]>([
  [
    'numbers-and',
    { compound: 'beats' },
    [
      ['6/8', ['C4e C4e C4e C4q C4e'], '1 | la | li | 2 | li'],
      ['6/8', ['C4q. C4q.'], '1 | 2'],
      ['6/8', ['C4h.'], '1 (2)'],
      ['6/8', ['C4s C4s C4s C4s C4s C4s C4q.'], '1 | ta | la | ta | li | ta | 2'],
      ['9/8', ['C4q. C4e C4e C4e Rq.'], '1 | 2 | la | li | [3]'],
      ['12/8', ['C4h. C4q. C4q C4e'], '1 (2) | 3 | 4 | li'],
      ['3/8', ['C4e C4e C4e'], '1 | la | li'],
    ],
  ],
  [
    'numbers-and',
    { compound: 'eighths' },
    [
      ['6/8', ['C4e C4e C4e C4e C4e C4e'], '1 | 2 | 3 | 4 | 5 | 6'],
      ['6/8', ['C4s C4s C4q C4q.'], '1 | & | 2 (3) | 4 (5 6)'],
      ['9/8', ['C4q. C4q. C4q.'], '1 (2 3) | 4 (5 6) | 7 (8 9)'],
      ['12/8', ['C4h. C4h.'], '1 (2 3 4 5 6) | 7 (8 9 10 11 12)'],
      ['3/8', ['C4q C4e'], '1 (2) | 3'],
    ],
  ],
  [
    'numbers-te',
    { compound: 'beats' },
    [
      ['4/4', ['C4q C4e C4e C4s C4s C4s C4s C4q'], '1 | 2 | te | 3 | ta | te | ta | 4'],
      ['4/4', ['C4q. C4e C4h'], '1 (2) | te | 3 (4)'],
      ['6/8', ['C4e C4e C4e C4q C4e'], '1 | la | li | 2 | li'],
      ['4/4', ['Re C4e Rq C4h'], '[1] | te | [2] | 3 (4)'],
      ['2/2', ['C4h C4q C4q'], '1 | 2 | te'],
    ],
  ],
  [
    'ta-titi',
    {},
    [
      ['4/4', ['C4q C4e C4e C4s C4s C4s C4s C4q'], 'ta | ti | ti | ti | ka | ti | ka | ta'],
      ['4/4', ['C4h C4h', 'C4h. C4q', 'C4w'], 'ta-a | ta-a | ta-a-a | ta | ta-a-a-a'],
      ['4/4', ['C4q. C4e Rh'], 'ta-i | ti | [sh sh]'],
      ['2/4', ['C4e. C4s C4e C4s C4s'], 'tim | ka | ti | ti | ka'],
      ['2/4', ['C4s C4e. C4s C4e C4s'], 'ka | tim | ka | ti | ka'],
      ['2/4', ['C4s C4s C4e C4s Rs C4e'], 'ti | ka | ti | ti | [sh] | ti'],
      ['2/4', ['C4e C4q C4e'], 'ti | ta | ti'],
      ['6/8', ['C4e C4e C4e C4q C4e'], 'ti | ti | ti | ta | ti'],
      ['4/4', ['C4w~', 'C4q Rq Rh'], 'ta-a-a-a | (a) | [sh] | [sh sh]'],
      ['2/2', ['C4h C4q C4q'], 'ta-a | ta | ta'],
    ],
  ],
  [
    'du-de',
    {},
    [
      ['4/4', ['C4q C4e C4e C4s C4s C4s C4s C4q'], 'du | du | de | du | ta | de | ta | du'],
      ['4/4', ['C4h. C4q'], 'du-u-u | du'],
      ['4/4', ['C4q. C4e Rh'], 'du-u | de | [sh sh]'],
      ['6/8', ['C4e C4e C4e C4q C4e'], 'du | da | di | du | di'],
      ['6/8', ['C4h.'], 'du-u'],
      ['2/2', ['C4h C4q C4q'], 'du | du | de'],
      ['2/4', ['C4e C4q C4e'], 'du | de-e | de'],
    ],
  ],
  [
    'takadimi',
    {},
    [
      ['4/4', ['C4q C4e C4e C4s C4s C4s C4s C4q'], 'ta | ta | di | ta | ka | di | mi | ta'],
      ['2/4', ['C4e. C4s C4s C4e.'], 'ta | mi | ta | ka'],
      ['4/4', ['C4q. C4e Rh'], 'ta-a | di | [sh sh]'],
      ['6/8', ['C4e C4e C4e C4q C4e'], 'ta | ki | da | ta | da'],
      ['6/8', ['C4s C4s C4s C4s C4s C4s C4q.'], 'ta | va | ki | di | da | ma | ta'],
      ['2/4', ['C4e C4q C4e'], 'ta | di-i | di'],
    ],
  ],
  [
    'words',
    {},
    [
      ['4/4', ['C4q C4e C4e C4s C4s C4s C4s C4q'], 'boat | lan | tern | light | house | kee | per | boat'],
      ['6/8', ['C4e C4e C4e C4q C4e'], 'bar | na | cle | bar (na) | cle'],
      ['4/4', ['C4h C4h', 'C4h. C4q', 'C4w'], 'har-bour | har-bour | o-ver-board | boat | row-ing-home-ward'],
      ['4/4', ['Rq Re C4e C4h'], '[sh] | [lan] | tern | har-bour'],
      ['4/4', ['C4q. C4e C4h'], 'boat (lan) | tern | har-bour'],
      ['2/4', ['C4e. C4s C4s C4e.'], 'light (house kee) | per | light | house (kee per)'],
      ['2/4', ['C4e C4s C4s C4s C4e C4s'], 'light (house) | kee | per | light | house (kee) | per'],
      ['6/8', ['C4e. C4s C4e C4e C4q'], 'light (house kee) | per | lan (tern) | bar | na (cle)'],
      ['4/4', ['C4e', 'C4w'], 'tern | row-ing-home-ward'],
      ['6/8', ['C4q.~ C4q Re'], 'boat | (bar na) | [cle]'],
    ],
  ],
])('%s %o', (school, style, table) => {
  test.each(table)('%s %o', (meter, measures, expected) => {
    expect(counts(measures, meter, { school, ...style })).toBe(expected);
  });
});

// A rhythm that is said like another one teaches nobody anything. The schools of two syllables for four places ("du ta de
// ta", "1 ta te ta") give a dotted eighth and its reverse the same words, and are left as they are taught.
describe.each<SchoolId>(['numbers-and', 'ta-titi', 'takadimi', 'words'])('%s tells apart', (school) => {
  test.each([
    ['4/4', ['q', 'e e', 'e. s', 's e.', 'e s s', 's s e', 's e s', 's s s s', 'Re e', 'e Re', 'Rs e.']],
    [
      '6/8',
      [
        'q.',
        'e e e',
        'q e',
        'e q',
        'e. s e',
        's s e e',
        'e s s e',
        'e e s s',
        'e. e.',
        's s s s s s',
        'Re q',
      ],
    ],
  ])('every rhythm of a beat in %s', (meter, rhythms) => {
    const said = rhythms.map((rhythm) => {
      const beat = rhythm.replaceAll(/(^| )(?=[qes])/g, '$1C4');
      return counts([`${beat} ${meter === '4/4' ? 'Rh.' : 'Rq.'}`], meter, { school, compound: 'beats' });
    });
    expect(new Set(said).size).toBe(rhythms.length);
  });
});

describe('density', () => {
  const measures = ['Re C4e C4q. C4e C4q~', 'C4e C4e Rh Rq', 'Rq Rh C4q', 'C4w'];
  test('beats only', () => {
    expect(counts(measures, '4/4', { density: 'beats' })).toBe(
      '[1] | 2 (3) | 4 | (1) | [2 3] | [4] | [1] | [2 3] | 4 | 1 (2 3 4)',
    );
  });
  test('only where an entry is easily missed, with what is waited on', () => {
    expect(counts(measures, '4/4', { density: 'entries' })).toBe('[1] | & | (1) | & | [2 3] | 4');
    expect(
      easilyMissedEntries(lineOf(measures).part).map(({ kind, measureIndex }) => [measureIndex, kind]),
    ).toEqual([
      [0, 'off-beat-after-rest'],
      [1, 'after-tie'],
      [2, 'pickup-inside'],
    ]);
  });
});

test('a class’s own words are read and written with hyphens', () => {
  expect(readWord(' can - dle ')).toEqual(['can', 'dle']);
  expect(writeWord(readWord('can-dle-light'))).toBe('can-dle-light');
  const own = {
    ...USUAL_STYLE.words,
    inBeat: [['hum'], ['mar', 'ble'], ['a', 'b', 'c'], ['d', 'e', 'f', 'g']],
  } as const;
  expect(counts(['C4q C4e C4e C4h'], '4/4', { school: 'words', words: own })).toBe(
    'hum | mar | ble | har-bour',
  );
});

// The contract of all schools.
describe.each(SCHOOLS)('$name', (school) => {
  const lines = [
    ...readBook().map(({ line }) => line),
    ...Array.from({ length: 60 }, (_, seed) => randomLine(seed + 1)),
  ];
  const styles = (['eighths', 'beats'] as const).map((compound) => ({
    ...USUAL_STYLE,
    school: school.id,
    compound,
  }));

  test('every beat of every full measure is counted exactly once, in order', () => {
    for (const style of styles) {
      for (const { part } of lines) {
        for (const measure of part.measures) {
          const beat = countedBeat(measure.meter, school.countsEighths ? style.compound : 'beats');
          const begun = countedEvents(measure, beat)
            .flatMap(({ segments }) => segments)
            .filter(({ from }) => from.numerator === 0)
            .map((segment) => segment.beat);
          const offset = toNumber(divide(measureOffset(measure), beat.quarters));
          const end = offset + toNumber(divide(writtenLength(measure), beat.quarters));
          const first = Math.ceil(offset);
          expect(begun).toEqual(Array.from({ length: Math.ceil(end) - first }, (_, n) => first + n));
        }
      }
    }
  });

  test('every note and rest that is not finer than a quarter of a beat has a word', () => {
    for (const style of styles) {
      for (const { part } of lines) {
        const labels = countPart(part, style);
        for (const measure of part.measures) {
          const beat = countedBeat(measure.meter, school.countsEighths ? style.compound : 'beats');
          for (const { event, segments } of countedEvents(measure, beat)) {
            const parts = multiply(segments[0].from, rational(2 * beat.division));
            if (!isInteger(parts)) continue;
            expect(labels.get(event.id)?.text).toMatch(/\S/);
            expect(labels.get(event.id)?.quiet).toBe(event.kind === 'rest');
          }
        }
      }
    }
  });

  test('numbers count what the meter says', () => {
    if (!school.id.startsWith('numbers')) return;
    for (const style of styles) {
      for (const { part } of lines) {
        const labels = countPart(part, style);
        part.measures.forEach((measure, index) => {
          if (measure.number === 0 || index === part.measures.length - 1) return;
          if (toNumber(writtenLength(measure)) !== toNumber(measureLength(measure.meter))) return;
          const said = measure.events
            .flatMap((event) => labels.get(event.id)?.text.match(/\d+/g) ?? [])
            .map(Number);
          const isInBeats = isInThrees(measure.meter) && style.compound === 'beats';
          const beats = isInBeats ? measure.meter.beats / 3 : measure.meter.beats;
          expect(said).toEqual(Array.from({ length: beats }, (_, beat) => beat + 1));
        });
      }
    }
  });

  test('fewer words at a lower density, never other ones', () => {
    for (const { part } of lines) {
      const all = countPart(part, { ...USUAL_STYLE, school: school.id });
      for (const density of ['beats', 'entries'] as const) {
        for (const [id, { text, quiet }] of countPart(part, { ...USUAL_STYLE, school: school.id, density })) {
          expect(all.get(id)!.text.replace(/[()-]/g, ' ')).toContain(text.replace(/[()-]/g, ' ').trim());
          expect(quiet).toBe(all.get(id)!.quiet);
        }
      }
    }
  });
});

// Every meter, pickup and way of counting in (common practice).
describe('count-in', () => {
  const said = (measures: readonly string[], meter: string, style?: CountInStyle) => {
    const { clicks, lengthQuarters } = countIn(lineOf(measures, { meter }), style);
    return [clicks.map((click) => click.word).join(' '), toNumber(lengthQuarters)];
  };
  const TWO: CountInStyle = { measures: 'two', ending: 'numbers' };
  const TWO_IN_THREE: CountInStyle = { measures: 'two-in-three', ending: 'numbers' };
  const READY: CountInStyle = { measures: 'one', ending: 'ready-go' };
  const TWO_READY: CountInStyle = { measures: 'two-in-three', ending: 'ready-go' };
  test.each<[string, string[], string, CountInStyle | undefined, string, number]>([
    ['a full measure', ['C4w'], '4/4', undefined, '1 2 3 4', 4],
    ['two-four', ['C4h'], '2/4', undefined, '1 2', 2],
    ['three-four', ['C4h.'], '3/4', undefined, '1 2 3', 3],
    ['six-four', ['C4w.'], '6/4', undefined, '1 2 3 4 5 6', 6],
    ['three-eight', ['C4q.'], '3/8', undefined, '1 2 3', 1.5],
    ['six-eight in two', ['C4h.'], '6/8', undefined, '1 2', 3],
    ['nine-eight in three', ['C4h. C4q.'], '9/8', undefined, '1 2 3', 4.5],
    ['twelve-eight in four', ['C4h. C4h.'], '12/8', undefined, '1 2 3 4', 6],
    ['two-two', ['C4w'], '2/2', undefined, '1 2', 4],
    // Two eighths of pickup in 4/4: count "1 2 3", enter on 4 (common practice).
    ['two eighths of pickup', ['C4e C4e', 'C4w', 'C4h.'], '4/4', undefined, '1 2 3 4 1 2 3', 7],
    ['a single eighth of pickup', ['C4e', 'C4w'], '4/4', undefined, '1 2 3 4 1 2 3 4', 7.5],
    ['a beat of pickup in 3/4', ['C4q', 'C4h.', 'C4h'], '3/4', undefined, '1 2 3 1 2', 5],
    ['two beats of pickup in 4/4', ['C4h', 'C4w'], '4/4', undefined, '1 2 3 4 1 2', 6],
    ['an eighth of pickup in 6/8', ['C4e', 'C4h.'], '6/8', undefined, '1 2 1 2', 5.5],
    ['a line that begins with rests', ['Rh C4h'], '4/4', undefined, '1 2 3 4', 4],
    ['an off-beat first entry', ['Re C4e C4q'], '2/4', undefined, '1 2', 2],
    ['two measures in 3/4', ['C4h.'], '3/4', TWO_IN_THREE, '1 2 3 1 2 3', 6],
    ['two measures in 3/4 only', ['C4w'], '4/4', TWO_IN_THREE, '1 2 3 4', 4],
    ['two measures in 3/4 and a pickup', ['C4q', 'C4h.', 'C4h'], '3/4', TWO_IN_THREE, '1 2 3 1 2 3 1 2', 8],
    ['two measures always', ['C4h'], '2/4', TWO, '1 2 1 2', 4],
    ['ready, go', ['C4w'], '4/4', READY, '1 2 ready go', 4],
    ['ready, go in 2/4', ['C4h'], '2/4', READY, 'ready go', 2],
    ['ready, go in 3/4', ['C4h.'], '3/4', TWO_READY, '1 2 3 1 ready go', 6],
    ['ready, go before a pickup', ['C4q', 'C4w', 'C4h.'], '4/4', READY, '1 2 3 4 1 ready go', 7],
    ['ready, go before an off-beat pickup', ['C4e', 'C4w'], '4/4', READY, '1 2 3 4 1 2 ready go', 7.5],
  ])('%s', (_, measures, meter, style, words, quarters) => {
    expect(said(measures, meter, style)).toEqual([words, quarters]);
  });
});
