import { strToU8, zipSync } from 'fflate';
import { readLine, scoreXml } from '../../../tests/support/lines';
import { readMusicXml, readPlayableLine } from '.';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const plain = scoreXml(['C4q D4q E4q F4q', 'G4w']);

function problems(bytes: Uint8Array): string[] {
  const read = readPlayableLine(bytes);
  return read.ok ? [] : read.issues.map((issue) => `${issue.where ?? ''} ${issue.code}`.trim());
}

test('reads notes, values, key, meter, clef and transposition', () => {
  const line = readLine(scoreXml(['Bb4q. C5e Rh'], { fifths: -2, meter: '4/4', transpose: -2 }));
  expect(line.part.transpositionSemitones).toBe(-2);
  expect(line.part.measures[0]).toMatchObject({
    number: 1,
    keyFifths: -2,
    clef: 'treble',
    meter: { beats: 4, beatType: 4 },
  });
  expect(line.part.measures[0]!.events).toMatchObject([
    {
      kind: 'note',
      id: 'm1n1',
      value: { base: 'quarter', dots: 1 },
      pitch: { spelling: { step: 'B', alter: -1, octave: 4 } },
    },
    { kind: 'note', id: 'm1n2', value: { base: 'eighth', dots: 0 } },
    { kind: 'rest', value: { base: 'half', dots: 0 } },
  ]);
});

test('keeps the ids of the file and takes over no id that is not a plain name', () => {
  const withIds = plain
    .replace('<note>', '<note id="first">')
    .replace('<note><pitch><step>D', '<note id="a&quot;b"><pitch><step>D');
  expect(readLine(withIds).part.measures[0]!.events.map((event) => event.id)).toEqual([
    'first',
    'm1n2',
    'm1n3',
    'm1n4',
  ]);
});

test('takes the title from the work, the movement or a credit, and decodes entities', () => {
  const titled = plain.replace(
    '<part-list>',
    '<work><work-title>Fish &amp; Chips &#9834;</work-title></work><part-list>',
  );
  expect(readLine(titled).title).toBe('Fish & Chips ♪');
  expect(readLine(plain).title).toBe('Untitled line');
});

test.each([
  ['quarter', '', 1],
  ['half', '', 2],
  ['quarter', '<beat-unit-dot/>', 1.5],
])('reads a metronome mark in %s%s', (unit, dot, quarters) => {
  const mark = `<direction><direction-type><metronome><beat-unit>${unit}</beat-unit>${dot}<per-minute>66</per-minute></metronome></direction-type></direction>`;
  const { tempo } = readLine(plain.replace('<note>', `${mark}<note>`)).part;
  expect(tempo!.bpm).toBe(66);
  expect(tempo!.beatQuarters.numerator / tempo!.beatQuarters.denominator).toBe(quarters);
});

describe('what cannot be read is named with its measure', () => {
  const broken = (from: string | RegExp, to: string) => bytesOf(plain.replace(from, to));
  test.each([
    ['a measure too short', bytesOf(scoreXml(['C4q D4q E4q F4q', 'G4h', 'A4w'])), 'measure 2 measure-length'],
    ['a measure too long', bytesOf(scoreXml(['C4w', 'G4w A4q'])), 'measure 2 measure-length'],
    [
      'value against duration',
      broken('<type>whole</type>', '<type>half</type>'),
      'measure 2 value-and-duration',
    ],
    ['an unknown value', broken('<type>whole</type>', '<type>breve</type>'), 'measure 2 value'],
    ['no duration', broken('<duration>16</duration>', ''), 'measure 2 no-duration'],
    ['a tuplet', broken('<type>whole</type>', '<type>whole</type><time-modification/>'), 'measure 2 tuplet'],
    ['an odd meter', broken('<beat-type>4', '<beat-type>16'), 'measure 1 meter'],
    ['an absurd pitch', broken('<step>G', '<step>H'), 'measure 2 pitch'],
    ['no meter', broken(/<time>.*?<\/time>/, ''), 'measure 1 no-meter'],
    ['timewise', bytesOf('<score-timewise/>'), 'timewise'],
    ['other XML', bytesOf('<html><body/></html>'), 'not-musicxml'],
    ['broken XML', bytesOf(`${plain.slice(0, -20)}`), expect.stringContaining('broken-xml')],
    ['no XML at all', bytesOf('dear teacher'), expect.stringContaining('xml')],
    ['no notes', bytesOf(scoreXml(['Rw'])), 'no-notes'],
    ['nothing', new Uint8Array(0), 'empty'],
    ['bytes', Uint8Array.from([0xff, 0xc0, 0x80, 7]), 'not-text'],
  ])('%s', (_, bytes, expected) => {
    expect(problems(bytes)).toContainEqual(expected);
  });

  test('every problem at once, each once', () => {
    const two = scoreXml(['C4q D4q E4q F4q', 'G4w', 'A4w']).replaceAll(
      '<type>whole</type>',
      '<type>long</type>',
    );
    expect(problems(bytesOf(two))).toEqual(['measure 2 value', 'measure 3 value']);
  });

  test('what is left out is a warning', () => {
    const read = readMusicXml(bytesOf(plain.replace('<note>', '<note><grace/></note><note>')));
    expect(read.ok && read.warnings.map((warning) => warning.code)).toEqual(['grace']);
    expect(read.ok && read.value.lost).toHaveLength(1);
  });

  test('entities are never expanded', () => {
    const bomb = plain
      .replace('<score-partwise', '<!DOCTYPE x [<!ENTITY a "boom">]><score-partwise')
      .replace('Test', '&a;');
    const read = readMusicXml(bytesOf(bomb));
    expect(read.ok && read.value.parts[0]!.name).not.toContain('boom');
  });
});

describe('.mxl', () => {
  const container = '<container><rootfiles><rootfile full-path="music/line.xml"/></rootfiles></container>';
  const zip = (files: Record<string, string>) =>
    zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));

  test('the container names the score', () => {
    const bytes = zip({ 'META-INF/container.xml': container, 'other.xml': '<x/>', 'music/line.xml': plain });
    expect(readLine(bytes).part.measures).toHaveLength(2);
  });

  test('without a container the only score is taken', () => {
    expect(readLine(zip({ 'line.musicxml': plain })).part.measures).toHaveLength(2);
  });

  test.each([
    ['without a score', zip({ 'readme.txt': 'hello' }), 'no-score'],
    ['damaged', zip({ 'line.xml': plain }).slice(0, 60), 'broken-zip'],
    ['a bomb', zipSync({ 'line.xml': new Uint8Array(40_000_000) }), 'too-large'],
  ])('%s', (_, bytes, code) => {
    expect(problems(bytes)).toEqual([code]);
  });

  test('a bomb that lies about its size is given up early, before it fills the memory', () => {
    const bomb = zipSync({ 'line.xml': new Uint8Array(100_000_000) });
    const view = new DataView(bomb.buffer, bomb.byteOffset);
    const directory = bomb.length - 22 - (46 + 'line.xml'.length);
    view.setUint32(directory + 24, 1000, true);
    const before = process.memoryUsage().arrayBuffers;
    expect(problems(bomb)).toEqual(['too-large']);
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(25_000_000);
  });
});
