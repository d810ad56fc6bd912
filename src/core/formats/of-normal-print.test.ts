import { strToU8, zipSync } from 'fflate';
import { readLine, scoreXml } from '../../../tests/support/lines';
import type { Issue, Result } from '../base';
import { countPart, USUAL_STYLE } from '../counting';
import { checkArithmetic, type Line, leadLine, type Score, writtenNotes } from '../notation';
import { pitchName } from '../pitch';
import { readAbc, readMusicXml, readScore, writeMei, writeMusicXml } from '.';

// What print does and a strict reader stumbles over. Common practice in engraving unless a source is named.
const bytesOf = (text: string) => new TextEncoder().encode(text);
const BACKWARD = '<barline_location="right"><repeat_direction="backward"/></barline>';
const FORWARD = '<barline_location="left"><repeat_direction="forward"/></barline>';
const DOUBLE = '<barline_location="right"><bar-style>light-light</bar-style></barline>';
const ending = (number: number, inside = '') =>
  `<barline_location="left"><ending_number="${number}"_type="start"/></barline>${inside}`;

function scoreOf(read: Result<Score>): Score {
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value;
}

const countsOf = ({ part }: Line) => {
  const counts = countPart(part, USUAL_STYLE);
  return part.measures.map(({ events }) => events.map(({ id }) => counts.get(id)?.text ?? '').join(' '));
};
const pitchesOf = ({ parts }: Score) =>
  parts[0]!.measures.map(({ events }) =>
    events
      .map((e) => (e.kind === 'note' && e.pitch.kind === 'pitched' ? pitchName(e.pitch.spelling) : 'rest'))
      .join(' '),
  );

describe('short measures that are right', () => {
  test.each<[string, readonly string[], readonly number[]]>([
    [
      'a first ending that completes the pickup',
      ['G4q', 'C4q D4q E4q F4q', `${ending(1)} G4h. ${BACKWARD}`, `${ending(2)} C4h.`],
      [4, 1, 1, 4, 1, 1],
    ],
    [
      'a section with an upbeat of its own, cut at the repeat sign',
      ['C4q D4q E4q F4q', `G4h. ${BACKWARD}`, `${FORWARD} A4q`, 'G4w', `C4h. ${BACKWARD}`],
      [1, 1, 1, 1, 4, 1, 1, 4, 1, 1],
    ],
    ['halves at a double bar', ['C4w', `D4h ${DOUBLE}`, 'E4q F4q', 'C4w'], [1, 1, 3, 4, 1]],
  ])('%s', (_, measures, firstBeats) => {
    const line = readLine(scoreXml(measures));
    expect(checkArithmetic(line.part)).toEqual({ wrong: [], odd: [] });
    const beats = writtenNotes(line).map(({ beat }) => beat);
    const first = writtenNotes(line).map(
      ({ measureIndex }, index, all) => all[index - 1]?.measureIndex !== measureIndex,
    );
    const wanted = firstBeats.length === beats.length ? beats : beats.filter((__, index) => first[index]);
    expect(wanted).toEqual(firstBeats);
  });

  test('the second half is counted on', () => {
    expect(countsOf(readLine(scoreXml(['C4w', `D4q E4q ${DOUBLE}`, 'F4q G4q', 'C4w'])))).toEqual([
      expect.stringMatching(/^1/),
      '1 2',
      '3 4',
      expect.stringMatching(/^1/),
    ]);
  });

  test.each<[string, readonly string[], readonly number[]]>([
    ['halves at a double bar', ['C4w', `D4h ${DOUBLE}`, 'E4q F4q', 'C4w'], [1, 2, 2, 3]],
    [
      'halves at repeat signs',
      ['G4q', `C4h. ${BACKWARD}`, `${FORWARD} A4q`, 'G4w', `C4h. ${BACKWARD}`],
      [0, 1, 1, 2, 3],
    ],
    [
      'an upbeat to a second part, after two endings',
      ['G4q', 'C4w', `${ending(1)} G4h. ${BACKWARD}`, `${ending(2)} C4h.`, `${FORWARD} A4q`, 'G4w'],
      [0, 1, 2, 3, 3, 4],
    ],
  ])('%s have one number, and numbers go on as in print', (_, measures, numbers) => {
    const { part, title } = readLine(scoreXml(measures));
    expect(part.measures.map(({ number }) => number)).toEqual(numbers);
    const written = writeMusicXml({ title, composer: undefined, parts: [part] });
    const again = scoreOf(readMusicXml(bytesOf(written)));
    expect(again.parts[0]!.measures).toEqual(part.measures);
  });

  test('a measure that a file calls implicit is the rest of the one before, in its warnings too', () => {
    const xml = scoreXml(['C4w', 'D4h', 'E4h', 'C4w']).replace('number="3"', 'number="X1" implicit="yes"');
    const [, , half, last] = readLine(xml).part.measures;
    expect(half).toMatchObject({ number: 2, unnumbered: true, startsLate: true });
    expect(last!.number).toBe(3);
    expect(checkArithmetic(readLine(xml).part).wrong).toEqual([]);
  });

  test('two short measures without a sign between them stay wrong', () => {
    const read = readMusicXml(bytesOf(scoreXml(['C4w', 'D4h', 'E4h', 'C4w'])));
    expect(checkArithmetic(scoreOf(read).parts[0]!).wrong).toHaveLength(2);
  });
});

test('double and final barlines inside a line are kept and drawn', () => {
  const line = readLine(
    scoreXml([`C4w ${DOUBLE}`, `D4w ${DOUBLE.replace('light-light', 'light-heavy')}`, 'E4w']),
  );
  expect(line.part.measures.map(({ barline }) => barline)).toEqual(['double', 'final', undefined]);
  const score: Score = { title: line.title, composer: undefined, parts: [line.part] };
  expect(scoreOf(readMusicXml(bytesOf(writeMusicXml(score)))).parts[0]!.measures).toEqual(line.part.measures);
  expect(writeMei(line, { measuresPerSystem: 4, under: new Map() }).match(/right="\w+"/g)).toEqual([
    'right="dbl"',
    'right="end"',
    'right="end"',
  ]);
  const abc = leadLine(scoreOf(readAbc(bytesOf('X:1\nT:x\nM:4/4\nL:1/4\nK:C\nC4||D4|E4|]\n'))));
  expect(abc.part.measures.map(({ barline }) => barline)).toEqual(['double', undefined, undefined]);
});

// MusicXML 4.0, element measure-repeat: the number of measures of the pattern; start and stop.
describe('measure-repeat signs', () => {
  const sign = (type: string, count = '') =>
    `<attributes><measure-style><measure-repeat_type="${type}">${count}</measure-repeat></measure-style></attributes>`;

  test.each<[string, readonly string[], readonly string[]]>([
    [
      'of one measure',
      ['C4h D4h', `${sign('start', '1')} Rw`, 'Rw', `${sign('stop')} E4w`],
      ['C D', 'C D', 'C D', 'E'],
    ],
    [
      'of two measures',
      ['C4w', 'D4w', `${sign('start', '2')} Rw`, 'Rw', `${sign('stop')} E4w`],
      ['C', 'D', 'C', 'D', 'E'],
    ],
  ])('%s are written out', (_, measures, expected) => {
    const read = readMusicXml(bytesOf(scoreXml(measures)));
    const score = scoreOf(read);
    expect(pitchesOf(score)).toEqual(expected);
    expect(score.lost).toBeUndefined();
    const ids = score.parts[0]!.measures.flatMap(({ events }) => events.map(({ id }) => id));
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('a tie into the measure that is repeated is not copied', () => {
    const score = scoreOf(
      readMusicXml(bytesOf(scoreXml(['C4w~', 'C4h D4h', `${sign('start', '1')} Rw`, `${sign('stop')} E4w`]))),
    );
    expect(writtenNotes(leadLine(score))).toHaveLength(5);
  });

  test('one with nothing before it is a loss', () => {
    const score = scoreOf(
      readMusicXml(bytesOf(scoreXml([`${sign('start', '1')} Rw`, `${sign('stop')} C4w`]))),
    );
    expect(score.lost).toHaveLength(1);
  });
});

test('compressed MusicXML may hold UTF-16', () => {
  const text = scoreXml(['C4w']).replace('UTF-8', 'UTF-16');
  const utf16 = new Uint8Array(Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]));
  expect(pitchesOf(scoreOf(readScore(zipSync({ 'line.xml': utf16, 'a.txt': strToU8('x') }))))).toEqual(['C']);
});

// The abc music standard 2.1, sections 2.2.1 (comments), 2.3.3 (free text), 3 (fields).
test.each([
  ['long comments', `${'% a long comment before the tune\n'.repeat(40)}X:1\nT:x\nM:4/4\nL:1/4\nK:C\nC4|\n`],
  [
    'typeset text',
    `This book was put together over many years. ${'word '.repeat(120)}\n\nX:1\nT:x\nM:4/4\nL:1/4\nK:C\nC4|\n`,
  ],
])('ABC is known behind %s', (_, text) => {
  expect(pitchesOf(scoreOf(readScore(bytesOf(text))))).toEqual(['C']);
});

// A line that lost notes is another line, even where its measures add up.
test.each<[string, Result<Score>, readonly Partial<Issue>[]]>([
  [
    'a group of five of an ABC tune',
    readAbc(bytesOf('X:1\nT:x\nM:2/4\nL:1/4\nK:C\n(5:4:5G/A/B/c/d/|c2|]\n')),
    [{ code: 'tuplet', where: 'measure 1' }],
  ],
  [
    'a note of no length',
    readMusicXml(bytesOf(scoreXml(['C4w', 'D4w']).replace('<duration>16</duration>', ''))),
    [{ code: 'no-duration' }],
  ],
])('%s stays said with the score', (_, read, lost) => {
  expect(scoreOf(read).lost).toMatchObject(lost);
});

// Common practice: after F♯ in one measure, the F of the next one is printed with a natural, to remind.
test('a courtesy accidental is kept and drawn, one that is needed is none', () => {
  const plain = scoreXml(['F#4w', 'F4h F4h']);
  const [first, second] = ['<type>half</type>', '<type>half</type><accidental>natural</accidental>'] as const;
  const score = scoreOf(
    readMusicXml(
      bytesOf(
        plain
          .replace('<type>whole</type>', '<type>whole</type><accidental>sharp</accidental>')
          .replace(first, second),
      ),
    ),
  );
  const courtesies = ({ parts }: Score) =>
    parts[0]!.measures.flatMap(({ events }) =>
      events.map((event) => event.kind === 'note' && event.courtesy),
    );
  expect(courtesies(score)).toEqual([undefined, true, undefined]);
  expect(scoreOf(readMusicXml(bytesOf(writeMusicXml(score))))).toEqual(score);
  const mei = writeMei(leadLine(score), { measuresPerSystem: 4, under: new Map() });
  expect(mei.match(/ accid="\w"/g)).toEqual([' accid="s"', ' accid="n"']);
  expect(courtesies(scoreOf(readAbc(bytesOf('X:1\nT:x\nM:4/4\nL:1/4\nK:C\n^F4|=F2 F2|]\n'))))).toEqual([
    undefined,
    true,
    undefined,
  ]);
});

// MusicXML 4.0, elements cue, grace, multiple-rest, octave-shift and swing, and a staff with a TAB clef.
describe('what stands beside the notes', () => {
  const parts = (xml: string) => {
    const read = readMusicXml(new TextEncoder().encode(xml));
    if (!read.ok) throw new Error(read.issues[0]!.message);
    return {
      part: read.value.parts[0]!,
      remarks: read.warnings.map(({ code }) => code),
      lost: read.value.lost,
    };
  };
  const oneMeasure = (inside: string, attributes = '') =>
    `<score-partwise><part-list><score-part id="P1"><part-name>Guitar</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions><key><fifths>0</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time>${attributes}</attributes>${inside}</measure></part></score-partwise>`;
  const note = (step: string, duration: number, more = '', after = '') =>
    `<note>${more}<pitch><step>${step}</step><octave>4</octave></pitch>${duration > 0 ? `<duration>${duration}</duration>` : ''}<voice>1</voice><type>${duration === 4 ? 'whole' : duration === 2 ? 'half' : 'quarter'}</type>${after}</note>`;

  test('cue notes of another player are left out and said; the own part keeps its rest', () => {
    const cue = note('G', 2, '<cue/>').replace('<voice>1', '<voice>2');
    const rest = '<note><rest/><duration>2</duration><voice>1</voice><type>half</type></note>';
    const { part, remarks, lost } = parts(
      oneMeasure(`${rest}<backup><duration>2</duration></backup>${cue}${note('C', 2)}`),
    );
    expect(part.measures[0]!.events.map(({ kind }) => kind)).toEqual(['rest', 'note']);
    expect(part.measures[0]!.otherVoices).toEqual([]);
    expect(remarks).toEqual(['cue']);
    expect(lost).toBeUndefined();
  });

  test('small notes belong to the note behind them; those that have none are lost, and said', () => {
    const grace = note('D', 0, '<grace/>');
    const { part, lost } = parts(oneMeasure(`${note('C', 2)}${grace}${note('E', 2)}${grace}`));
    expect(part.measures[0]!.events).toMatchObject([
      { pitch: { spelling: { step: 'C' } } },
      { pitch: { spelling: { step: 'E' } }, graces: [{ spelling: { step: 'D' } }] },
    ]);
    expect(lost).toMatchObject([{ code: 'grace', where: 'measure 1' }]);
  });

  test('a staff of tablature says the same once more and is no second hand', () => {
    const tab =
      '<staves>2</staves><clef number="1"><sign>G</sign><line>2</line></clef><clef number="2"><sign>TAB</sign><line>5</line></clef>';
    const stopped = note(
      'C',
      4,
      '',
      '<staff>2</staff><notations><technical><string>5</string><fret>3</fret></technical></notations>',
    );
    const { part, remarks } = parts(
      oneMeasure(
        `${note('C', 4, '', '<staff>1</staff>')}<backup><duration>4</duration></backup>${stopped.replace('<voice>1', '<voice>5')}`,
        tab,
      ),
    );
    expect(part.tablature).toBe(true);
    expect(part.measures[0]).toMatchObject({ lowerClef: undefined, otherVoices: [] });
    expect(part.measures[0]!.events).toHaveLength(1);
    expect(remarks).toEqual([]);
  });

  test('a file that is played with a swing and does not print it gets the word', () => {
    const swing =
      '<direction><direction-type><other-direction/></direction-type><sound><swing><first>2</first><second>1</second></swing></sound></direction>';
    expect(parts(oneMeasure(`${swing}${note('C', 4)}`)).part.measures[0]!.directions).toMatchObject([
      { kind: 'words', text: 'Swing' },
    ]);
  });
});
