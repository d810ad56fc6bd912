import { lineOf, readBook } from '../../../tests/support/lines';
import { meter, rational } from '../time';
import { measureElementId, writeMei } from '.';
import { parseXml } from './xml';

const nothing = { measuresPerSystem: 4, under: new Map() };

test.each(readBook().map(({ file, line }) => [file, line] as const))(
  '%s becomes well-formed MEI that keeps every id',
  (_, line) => {
    const mei = writeMei(line, nothing);
    expect(parseXml(mei).ok).toBe(true);
    line.part.measures.forEach((measure, index) => {
      expect(mei).toContain(`xml:id="${measureElementId(index)}"`);
      for (const event of measure.events) expect(mei).toContain(`xml:id="${event.id}"`);
    });
  },
);

/** The sign printed before each note: a pitch name and `accid`, or nothing where it is in force already. */
function printedAccidentals(measures: readonly string[], fifths: number): string {
  const mei = writeMei(lineOf(measures, { fifths }), nothing);
  return [...mei.matchAll(/<note [^>]*>/g)]
    .map(([note]) => / accid="(\w+)"/.exec(note)?.[1] ?? '-')
    .join(' ');
}

// Facts of the trade (common practice): an accidental lasts to the barline, a natural cancels it, the key is silent.
test.each([
  ['in the key', ['F#4q C5q F#4h'], 1, '- - -'],
  ['once a measure', ['G#4q G#4q G#4h', 'G#4w'], 0, 's - - s'],
  ['cancelled', ['F#4q F4q F#4h'], 0, 's n s'],
  ['natural against the key', ['F4q F4q F#4h'], 1, 'n - s'],
  ['another octave has its own', ['C#4q C#5q C#4h'], 0, 's s -'],
  ['over the barline by a tie only', ['C5h C#5h~', 'C#5q C#5q C#5h'], 0, '- s - s -'],
])('accidentals: %s', (_, measures, fifths, expected) => {
  expect(printedAccidentals(measures, fifths)).toBe(expected);
});

test.each([
  ['4/4', ['C4e D4e E4e F4e G4q A4q'], [2, 2]],
  ['6/8', ['C4e D4e E4e F4e G4e A4e'], [3, 3]],
  ['2/4', ['C4e D4s E4s Re F4e'], [3]],
  ['4/4 sixteenths', ['C4s D4s E4s F4s G4q A4h'], [4]],
])('beams in %s stay within the beat', (name, measures, sizes) => {
  const mei = writeMei(lineOf(measures, { meter: name.split(' ')[0]! }), nothing);
  const beams = [...mei.matchAll(/<beam>(.*?)<\/beam>/g)].map(
    ([, inside]) => inside!.match(/<note/g)!.length,
  );
  expect(beams).toEqual(sizes);
});

test('words are escaped and counts point to their events', () => {
  const under = new Map([['m1n1', { text: '<1 & "2">', italic: true }]]);
  const mei = writeMei({ ...lineOf(['C4w']), title: 'A <b>' }, { measuresPerSystem: 4, under });
  expect(mei).toContain(
    '<harm place="below" startid="#m1n1"><rend fontstyle="italic" halign="left">&#60;1 &#38; &#34;2&#34;&#62;</rend></harm>',
  );
  expect(mei).toContain('<title>A &#60;b&#62;</title>');
});

test('a system begins after so many full measures; a pickup does not count', () => {
  const breaks = (measures: string[]) =>
    writeMei(lineOf(measures), { ...nothing, measuresPerSystem: 2 })
      .split('<pb/>')
      .map((part) => part.match(/<measure/g)!.length);
  expect(breaks(['C4w', 'C4w', 'C4w', 'C4w', 'C4w'])).toEqual([2, 2, 1]);
  expect(breaks(['C4q', 'C4w', 'C4w', 'C4w', 'C4h.'])).toEqual([3, 2]);
});

// Common practice: a new key stands alone where the meter goes on, a new meter where the key does.
test.each([
  ['key', { keyFifths: 2 }, 'key.sig="2s"'],
  ['meter', { meter: meter(3, 4) }, 'meter.count="3" meter.unit="4"'],
])('a new %s is drawn without the other', (_, change, drawn) => {
  const { part, title } = lineOf(['C4w', 'D4w', 'E4w']);
  const measures = part.measures.map((measure, index) => (index === 0 ? measure : { ...measure, ...change }));
  const [, later] = writeMei({ title, part: { ...part, measures } }, nothing).match(
    /<scoreDef>.*?<\/scoreDef>/g,
  )!;
  const [staffDef] = /<staffDef .*?\/>/.exec(later!)!;
  expect(staffDef.replace(/\s+/g, ' ')).toContain(drawn);
  expect(staffDef.match(/key\.sig|meter\.count/g)).toHaveLength(1);
});

test.each([
  ['its stop', ['cres', 'stop'], '0m+3'],
  ['the next hairpin', ['cres', 'dim'], '0m+3'],
  ['its barline when nothing ends it', ['cres'], '0m+5'],
])('a hairpin ends at %s', (_, shapes, end) => {
  const { part, title } = lineOf(['C4h D4h', 'E4w', 'F4w']);
  const names = { cres: 'crescendo', dim: 'diminuendo', stop: 'stop' } as const;
  const directions = shapes.map((shape, index) => ({
    kind: 'hairpin' as const,
    shape: names[shape as keyof typeof names],
    offsetQuarters: rational(2 * index),
  }));
  const measures = part.measures.map((measure, index) =>
    index === 0 ? { ...measure, directions } : measure,
  );
  const mei = writeMei({ title, part: { ...part, measures } }, nothing);
  expect(/form="cres"[^>]*tstamp2="(.*?)"/.exec(mei)![1]).toBe(end);
});

test('tempo words stand over the upper of two staves', () => {
  const { part, title } = lineOf(['C4w']);
  const tempo = { beatQuarters: rational(1), bpm: 72, words: 'Gently' };
  const measures = part.measures.map((measure) => ({ ...measure, lowerClef: 'bass' as const }));
  expect(writeMei({ title, part: { ...part, tempo, measures } }, nothing)).toContain('<tempo staff="1" ');
});
