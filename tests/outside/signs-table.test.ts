import { readFileSync, writeFileSync } from 'node:fs';
import { isDeepStrictEqual } from 'node:util';
import { check } from '@/core/checking';
import { readAbc, readMidi, readMusicXml, writeMei, writeMidi, writeMusicXml } from '@/core/formats';
import {
  eventsOfMeasure,
  type Line,
  leadLine,
  type Measure,
  type Note,
  type Rest,
  type Score,
} from '@/core/notation';
import { playModel } from '@/core/playback';
import { performVoices, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { COUNTED_METERS } from '@/core/time';
import { apply, blankScore, type Desk, openDesk, withoutEmptyEnd } from '@/core/writing';
import { PLAYED } from '../support/signs-played';
import { FLUTE, press, pressAll, say } from '../support/typist';

/** One sign of section 1 of the job: how it is written, how it is found again, how ABC spells it. */
interface Sign {
  readonly name: string;
  /** Keys, and what is said between quotes. */
  readonly write: string | ((desk: Desk) => Desk);
  readonly isIn: (score: Score) => boolean;
  /** What shows it in the engraving source. */
  readonly drawn: RegExp;
  readonly abc?: string;
}

const GUITAR = { name: 'Guitar', instrument: 'guitar', transpositionSemitones: -12 } as const;

const measures = (score: Score) => score.parts[0]!.measures;
const notes = (score: Score) =>
  measures(score).flatMap((m) => eventsOfMeasure(m).filter((event): event is Note => event.kind === 'note'));
const rests = (score: Score) =>
  measures(score).flatMap((m) => eventsOfMeasure(m).filter((event): event is Rest => event.kind === 'rest'));
const someNote = (test: (note: Note) => boolean) => (score: Score) => notes(score).some(test);
const someMeasure = (test: (measure: Measure) => boolean) => (score: Score) => measures(score).some(test);
const someDirection = (test: (direction: Measure['directions'][number]) => boolean) =>
  someMeasure(({ directions }) => directions.some(test));

const value = (name: string, key: string, base: Note['value']['base'], abc: string): Sign => ({
  name: `${name} note and rest`,
  write: `${key} c r c`,
  isIn: (score) =>
    notes(score).some((n) => n.value.base === base) &&
    rests(score).some((r) => r.value.base === base || r.fillsMeasure),
  drawn: /<note [^>]*dur="\d+"/,
  abc,
});

const articulation = (name: Note['articulations'][number], key: string): Sign => ({
  name,
  write: `q c ${key} d`,
  isIn: someNote(({ articulations }) => articulations.includes(name)),
  drawn: /artic/,
  abc: name === 'staccato' ? '.C D' : `!${name}!C D`,
});

const SIGNS: readonly Sign[] = [
  value('whole', 'w', 'whole', 'C4|z4|'),
  value('half', 'h', 'half', 'C2 z2'),
  value('quarter', 'q', 'quarter', 'C z'),
  value('eighth', 'i', 'eighth', 'C/ z/'),
  value('sixteenth', 's', 'sixteenth', 'C// z//'),
  {
    name: 'dot',
    write: 'q . c i d',
    isIn: someNote((n) => n.value.dots === 1),
    drawn: /dots="1"/,
    abc: 'C>D',
  },
  { name: 'two dots', write: 'h . . c', isIn: someNote((n) => n.value.dots === 2), drawn: /dots="2"/ },
  {
    name: 'triplet',
    write: 'i l c d r l q e',
    isIn: someNote((n) => n.value.tuplet === 'triplet'),
    drawn: /<tuplet num="3" numbase="2">/,
    abc: '(3C/D/z/E',
  },
  {
    name: 'duplet',
    write: '"6/8" i l c d',
    isIn: someNote((n) => n.value.tuplet === 'duplet'),
    drawn: /<tuplet num="2" numbase="3">/,
    abc: 'M:6/8\n(2C/D/',
  },
  { name: 'tie', write: 'h c t c', isIn: someNote((n) => n.tiedToNext), drawn: /<tie /, abc: 'C2-C2' },
  {
    name: 'tie over the barline',
    write: 'w c t c',
    isIn: someNote((n) => n.tiedToNext),
    drawn: /<tie /,
    abc: 'C4-|C4',
  },
  { name: 'slur', write: 'q c u d u', isIn: someNote((n) => n.slurStarts > 0), drawn: /<slur /, abc: '(CD)' },
  {
    name: 'sharp, flat, natural',
    write: 'q c + c n',
    isIn: someNote((n) => n.pitch.kind === 'pitched' && n.pitch.spelling.alter === 1),
    drawn: /accid="s"/,
    abc: '^C =C',
  },
  articulation('staccato', '*'),
  articulation('accent', '>'),
  articulation('tenuto', '_'),
  articulation('marcato', '^'),
  {
    name: 'dynamic mark',
    write: 'q c "mf"',
    isIn: someDirection((d) => d.kind === 'dynamic'),
    drawn: /<dynam/,
    abc: '!mf!C',
  },
  {
    name: 'hairpin',
    write: 'q c d e k "louder"',
    isIn: someDirection((d) => d.kind === 'hairpin'),
    drawn: /<hairpin/,
    abc: '!crescendo(!C D !crescendo)!E',
  },
  {
    name: '8va, 8vb',
    write: 'q c d e f k "8va"',
    isIn: someDirection((d) => d.kind === 'octave-line' && d.shape === '8va'),
    drawn: /<octave dis="8" dis.place="above"/,
  },
  { name: 'fermata', write: 'q c o', isIn: someNote((n) => n.fermata), drawn: /fermata/, abc: '!fermata!C' },
  {
    name: 'rit., accel., a tempo',
    write: 'q c "rit."',
    isIn: someDirection((d) => d.kind === 'words' && d.text === 'rit.'),
    drawn: />rit\.</,
    abc: '"^rit."C',
  },
  {
    name: 'swing, straight',
    write: 'i c d k "Swing"',
    isIn: someDirection((d) => d.kind === 'words' && d.text === 'Swing'),
    drawn: />Swing</,
    abc: '"^Swing"C/D/',
  },
  {
    name: 'breath mark',
    write: 'q c ,',
    isIn: someNote((n) => n.breathAfter),
    drawn: /<breath/,
    abc: '!breath!C',
  },
  {
    name: 'repeat signs',
    write: 'w c [ d ]',
    isIn: someMeasure((m) => m.repeatPlays === 2),
    drawn: /rptend/,
    abc: '|:C4:|',
  },
  {
    name: 'measure repeat sign',
    write: 'q c d e f %',
    isIn: someMeasure((m) => m.shorthand === 'as-before'),
    drawn: /<mRpt /,
  },
  {
    name: 'rest of several measures',
    write: 'w c "rest 3 measures"',
    isIn: (score) => measures(score).filter((m) => m.shorthand === 'rest-goes-on').length === 2,
    drawn: /<multiRest num="3"/,
    abc: 'C4|Z3|',
  },
  {
    name: 'double bar',
    write: 'w c | d',
    isIn: someMeasure((m) => m.barline === 'double'),
    drawn: /right="dbl"/,
    abc: 'C4||D4|]',
  },
  {
    name: 'first and second endings',
    write: 'w c "ending 1" ] d "ending 2"',
    isIn: someMeasure((m) => m.endingPasses.includes(2)),
    drawn: /<ending /,
    abc: 'C4|1 D4:|2 E4|]',
  },
  {
    name: 'D.C. or D.S., to Fine or to a coda',
    write: 'w c "Fine" d "D.C. al Fine"',
    isIn: someMeasure((m) => m.jump?.until === 'fine'),
    drawn: /<repeatMark func="daCapo"/,
    abc: '!fine!C4|!D.C.alfine!D4|]',
  },
  {
    name: 'segno, coda',
    write: 'w c "segno" d "to coda" e "D.S. al Coda" f "coda"',
    isIn: someMeasure((m) => m.landmarks?.includes('coda') ?? false),
    drawn: /<repeatMark func="segno"/,
    abc: '!segno!C4|!dacoda!D4|!D.S.alcoda!E4|!coda!F4|]',
  },
  {
    name: 'tempo word with a BPM',
    write: 'q c "Gently 72"',
    isIn: (score) => score.parts[0]!.tempo?.bpm === 72 && score.parts[0]!.tempo.words === 'Gently',
    drawn: /Gently/,
    abc: 'Q:"Gently" 1/4=72\nC',
  },
  {
    name: 'fingering',
    write: 'q c 3',
    isIn: someNote((n) => n.fingering === '3'),
    drawn: /<fing/,
    abc: '!3!C',
  },
  {
    name: 'down bow, up bow',
    write: 'q c "down bow" d "up bow"',
    isIn: someNote((n) => n.bowing === 'up'),
    drawn: /artic="upbow"/,
    abc: '!downbow!C !upbow!D',
  },
  {
    name: 'trill, mordent, turn',
    write: 'q c "trill" d "mordent" e "turn"',
    isIn: someNote((n) => n.ornament === 'turn'),
    drawn: /<mordent /,
    abc: 'TC !mordent!D !turn!E',
  },
  {
    name: 'chord symbol',
    write: '"chord Am7" q c d',
    isIn: someMeasure((m) => m.directions.some(({ kind }) => kind === 'chord')),
    drawn: /Am7/,
    abc: '"Am7"C D',
  },
  {
    name: 'grace notes',
    write: 'q c \' b d "grace E F"',
    isIn: someNote((n) => n.graces?.length === 2),
    drawn: /<graceGrp>/,
    abc: '{B}C {EF}D',
  },
  {
    name: 'flam',
    write: '"clef percussion" q 2 "flam"',
    isIn: someNote((n) => n.graces?.length === 1 && n.pitch.kind === 'unpitched'),
    drawn: /grace="unacc"/,
    abc: 'K:C clef=perc\n{c}c',
  },
  {
    name: 'ghost note',
    write: '"clef percussion" q 2 "ghost"',
    isIn: someNote((n) => n.pitch.kind === 'unpitched' && n.pitch.ghost === true),
    drawn: /head\.mod="paren"/,
  },
  {
    name: 'sticking',
    write: '"clef percussion" q x x k "sticking R L"',
    isIn: someNote((n) => n.fingering === 'L'),
    drawn: /<fing[^>]*>L</,
  },
  {
    name: 'open string',
    write: 'q c "open string"',
    isIn: someNote((n) => n.fingering === '0'),
    drawn: /<fing[^>]*>0</,
    abc: '!open!C',
  },
  {
    name: 'words of a second verse',
    write: 'q c d k "sing la la" k "verse 2 lo lo"',
    isIn: someNote((n) => n.secondVerse === 'lo'),
    drawn: /<verse n="2">/,
    abc: 'C D\nw: la la\nw: lo lo',
  },
  {
    name: 'tablature under the staff',
    write: (desk) =>
      say(
        pressAll(openDesk({ ...desk.score, parts: [{ ...desk.score.parts[0]!, ...GUITAR }] }), 'q c & e d'),
        'tablature',
      ),
    isIn: (score) => score.parts[0]!.tablature === true,
    drawn: /tab\.fret="\d"/,
  },
  {
    name: 'string hint',
    write: 'q c "string 2"',
    isIn: someNote((n) => n.stringHint === '2'),
    drawn: />[^<]*2</,
  },
  {
    name: 'position hint',
    write: 'q c "position III"',
    isIn: someNote((n) => n.positionHint === 'III'),
    drawn: /III/,
  },
  {
    name: 'words to sing',
    write: 'q c d "sing la"',
    isIn: someNote((n) => n.lyric === 'la'),
    drawn: /<syl/,
    abc: 'C D\nw: la la',
  },
  {
    name: 'stroke without pitch',
    write: '"clef percussion" x',
    isIn: someNote((n) => n.pitch.kind === 'unpitched'),
    drawn: /<clef|clef\.shape="perc"/,
    abc: 'K:C clef=perc\nC',
  },
  {
    name: 'drums of a kit by name, with their heads',
    write: '"clef percussion" q 3 & 1 4',
    isIn: someNote((n) => n.pitch.kind === 'unpitched' && n.pitch.head === 'open'),
    drawn: /head\.shape="x"/,
  },
  {
    name: 'chord',
    write: 'q c & e',
    isIn: someNote((n) => n.chordPitches.length > 0),
    drawn: /<chord/,
    abc: '[CE]',
  },
  {
    name: 'second voice',
    write: (desk) =>
      press(press(apply(press(press(desk, 'w'), 'c'), { kind: 'add-voice', staff: 'upper' }), 'w'), 'e'),
    isIn: someMeasure((m) =>
      m.otherVoices.some((voice) => voice.staff === 'upper' && voice.events.length > 0),
    ),
    drawn: /<layer n="2"/,
    abc: '%%score (1 2)\nV:1\nV:2\n[V:1] C4|\n[V:2] E2G2|',
  },
  {
    name: 'two staves',
    write: (desk) =>
      press(press(apply(press(press(desk, 'w'), 'c'), { kind: 'add-voice', staff: 'lower' }), 'w'), 'c'),
    isIn: someMeasure(
      (m) => m.lowerClef === 'bass' && m.otherVoices.some((voice) => voice.staff === 'lower'),
    ),
    drawn: /<staff n="2"/,
  },
  ...(['treble', 'bass', 'alto', 'percussion'] as const).map(
    (clef): Sign => ({
      name: `${clef} clef`,
      write: `"clef ${clef}" q c`,
      isIn: someMeasure((m) => m.clef === clef),
      drawn: /clef/,
      abc: `K:C clef=${clef === 'percussion' ? 'perc' : clef}\nC`,
    }),
  ),
  {
    name: 'key signature',
    write: '"key Eb" q c',
    isIn: someMeasure((m) => m.keyFifths === -3),
    drawn: /key\.?sig="3f"/,
    abc: 'K:Eb\nC',
  },
  ...COUNTED_METERS.map(
    (meter): Sign => ({
      name: meter,
      write: `"${meter}" q c`,
      isIn: someMeasure(
        (m) => `${m.meter.beats}/${m.meter.beatType}` === meter && m.meterSymbol === undefined,
      ),
      drawn: new RegExp(`meter.count="${meter.split('/')[0]}"`),
      abc: `M:${meter}\nC`,
    }),
  ),
  {
    name: '4/4 as C, 2/2 as ¢',
    write: '"C" q c',
    isIn: someMeasure((m) => m.meterSymbol === 'common'),
    drawn: /common/,
    abc: 'M:C\nC',
  },
  {
    name: 'pickup',
    write: 'q c p Enter w c',
    isIn: (score) => measures(score)[0]!.number === 0,
    drawn: /metcon="false"/,
    abc: 'C|D4|',
  },
  {
    name: 'new system',
    write: (desk) => apply(press(press(press(desk, 'w'), 'c'), 'd'), { kind: 'system-break' }),
    isIn: someMeasure((m) => m.systemBreak),
    drawn: /<measure/,
    abc: 'C4|\nC4|',
  },
];

/** What a listener, and what the judge makes of it: a real recording of a simulated flute, or kit. */
function playedAndJudged(name: string): readonly [isHeard: boolean, isJudged: boolean] | undefined {
  const pair = PLAYED[name];
  if (!pair) return undefined;
  const [line, plain] = pair.map((write) => {
    const lead = leadLine(written({ write }));
    const isKit = write.includes('percussion');
    return isKit ? { ...lead, part: { ...lead.part, instrument: 'drum-kit' as const } } : lead;
  }) as [Line, Line];
  const judged = (take: Line) => {
    const audio = render(performVoices(take, { ...STEADY_STYLE, seed: 5, bpm: 72 }), take.part.instrument!, {
      ...QUIET_ROOM,
      seed: 5,
    });
    const { notes, measures, character, extras } = check(line, audio, 72).verdict;
    return JSON.stringify([
      notes.map(({ pitch, onset, length }) => [pitch, onset, length]),
      measures.map(({ notesNeedWork, rhythmNeedsWork }) => [notesNeedWork, rhythmNeedsWork]),
      character.map(({ mark, isHeard }) => [mark, isHeard]),
      extras.length,
    ]);
  };
  const heard = (of: Line) => {
    const { events, loudness } = playModel(of, 72);
    return JSON.stringify([events.map(({ noteId: _, ...event }) => event), loudness]);
  };
  return [heard(line) !== heard(plain), judged(line) !== judged(plain)];
}

function written({ write }: Pick<Sign, 'write'>): Score {
  const blank = openDesk(blankScore('Sign', FLUTE));
  if (typeof write !== 'string') return withoutEmptyEnd(write(blank)).score;
  const desk = [...write.matchAll(/"([^"]+)"|(\S+)/g)].reduce(
    (before: Desk, [, said, key]) => (said === undefined ? press(before, key!) : say(before, said)),
    blank,
  );
  return withoutEmptyEnd(desk).score;
}

function fromAbc(abc: string): Score | undefined {
  const head = ['M:4/4', 'L:1/4', 'K:C'].filter(
    (line) => !abc.includes(`\n${line[0]}:`) && !abc.startsWith(`${line[0]}:`),
  );
  const inHead = abc.split('\n').filter((line) => /^[KMQ]:|^%%/.test(line) && !line.startsWith('K:'));
  const key = abc.split('\n').find((line) => line.startsWith('K:')) ?? 'K:C';
  const body = abc.split('\n').filter((line) => !/^[KMQ]:|^%%/.test(line));
  const lines = ['X:1', 'T:Sign', ...head.filter((line) => !line.startsWith('K:')), ...inHead, key, ...body];
  const read = readAbc(new TextEncoder().encode(`${lines.join('\n')}\n`));
  return read.ok ? read.value : undefined;
}

/** As it is stored: a field that is undefined is not there. */
const plain = (score: Score): unknown => JSON.parse(JSON.stringify(score));
const yes = (is: boolean) => (is ? 'yes' : '–');

const rows = SIGNS.map((sign) => {
  const score = written(sign);
  const xml = readMusicXml(new TextEncoder().encode(writeMusicXml(score)));
  const midi = readMidi(writeMidi(score));
  const abc = sign.abc === undefined ? undefined : fromAbc(sign.abc);
  return {
    sign,
    isWritten: sign.isIn(score),
    isDrawn: sign.drawn.test(writeMei(leadLine(score), { measuresPerSystem: 4, under: new Map() })),
    isUnchanged: xml.ok && isDeepStrictEqual(plain(xml.value), plain(score)),
    inMidi: midi.ok && sign.isIn(midi.value),
    inAbc: abc !== undefined && sign.isIn(abc),
    played: playedAndJudged(sign.name),
  };
});

test.each(rows.map((row) => [row.sign.name, row] as const))(
  '%s is written, drawn, and survives MusicXML',
  (_, row) => {
    const { isWritten, isDrawn, isUnchanged } = row;
    expect({ isWritten, isDrawn, isUnchanged }).toEqual({
      isWritten: true,
      isDrawn: true,
      isUnchanged: true,
    });
  },
);

test('the table in the README says what was found', () => {
  const cells = [
    ['sign', 'on the desk', 'drawn', 'played', 'judged', 'MusicXML out and in', 'MIDI out and in', 'ABC in'],
    ...rows.map(({ sign, isWritten, isDrawn, played, isUnchanged, inMidi, inAbc }) => [
      sign.name,
      ...[isWritten, isDrawn].map(yes),
      ...(played ?? [undefined, undefined]).map((is) => (is === undefined ? '' : yes(is))),
      ...[isUnchanged, inMidi, inAbc].map(yes),
    ]),
  ];
  const widths = cells[0]!.map((_, column) => Math.max(...cells.map((row) => row[column]!.length)));
  const [head, ...body] = cells.map(
    (row) => `| ${row.map((cell, column) => cell.padEnd(widths[column]!)).join(' | ')} |`,
  );
  const rule = `| ${widths.map((width) => '-'.repeat(width)).join(' | ')} |`;
  const table = `<!-- signs -->\n\n${[head, rule, ...body].join('\n')}\n\n<!-- /signs -->`;
  const readme = readFileSync('README.md', 'utf8');
  const updated = readme.replace(/<!-- signs -->[\s\S]*<!-- \/signs -->/, table);
  if (process.env.UPDATE_README) writeFileSync('README.md', updated);
  // On a difference: UPDATE_README=1 npx jest signs-table
  expect(process.env.UPDATE_README ? updated : readme).toBe(updated);
  expect(readme).toContain('<!-- signs -->');
});
