// Triplets and duplets: written, read, drawn, counted, played and judged.
import { bookLine, readLine } from '../../../tests/support/lines';
import { heardPlaying } from '../../../tests/support/perfectly-heard';
import { rightOf } from '../../../tests/support/results';
import { checkHeard } from '../checking';
import { countPart, SCHOOL_IDS, type SchoolId, USUAL_STYLE } from '../counting';
import { readAbc, readMusicXml, writeMei, writeMusicXml } from '../formats';
import { worthOfEvent } from '../study';
import { toNumber, valueLength, valueName } from '../time';
import { apply, type Command, openDesk } from '../writing';
import { checkArithmetic, leadLine, type Score, tupletGroups, writtenNotes } from '.';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const abc = (meter: string, notes: string): Score =>
  rightOf(readAbc(bytesOf(`X:1\nT:x\nM:${meter}\nL:1/8\nQ:1/4=80\nK:C\n${notes}\n`)));

/** A quarter, eighth triplets, a quarter triplet over two beats, a rest within one. */
const TRIPLETS = abc('4/4', 'G2 (3GAB (3c2B2A2 | (3GzG G2 (3:2:2c2B G2 |]');
const DUPLETS = abc('6/8', 'GAB (2cB | A3 G3 |]');
const onsets = (score: Score) =>
  writtenNotes(leadLine(score)).map(({ onsetQuarters }) => Number(toNumber(onsetQuarters).toFixed(4)));

test('three last as long as two, and two in threes as long as three', () => {
  expect(toNumber(valueLength({ base: 'eighth', dots: 0, tuplet: 'triplet' })) * 3).toBe(1);
  expect(toNumber(valueLength({ base: 'quarter', dots: 0, tuplet: 'triplet' })) * 3).toBe(2);
  expect(toNumber(valueLength({ base: 'eighth', dots: 0, tuplet: 'duplet' })) * 2).toBe(1.5);
  expect(valueName({ base: 'eighth', dots: 0, tuplet: 'triplet' }, 'uk')).toBe('triplet quaver');
});

test('an ABC tune keeps its triplets and duplets, and its measures add up', () => {
  expect(onsets(TRIPLETS)).toEqual([
    ...[0, 1, 1.3333, 1.6667, 2, 2.6667, 3.3333],
    ...[4, 4.6667, 5, 6, 6.6667, 7],
  ]);
  expect(onsets(DUPLETS)).toEqual([0, 0.5, 1, 1.5, 2.25, 3, 4.5]);
  for (const score of [TRIPLETS, DUPLETS])
    expect([score.lost, checkArithmetic(score.parts[0]!).wrong]).toEqual([undefined, []]);
});

test('a group of another kind is left out, and said', () => {
  const read = readAbc(bytesOf('X:1\nT:x\nM:4/4\nL:1/8\nK:C\nG2 (5GABcd e2 f2|]\n'));
  expect(read.ok && read.warnings.map(({ code }) => code)).toContain('tuplet');
});

test('what is written as MusicXML is read again the same', () => {
  for (const score of [TRIPLETS, DUPLETS]) {
    const xml = writeMusicXml(score);
    expect(rightOf(readMusicXml(bytesOf(xml))).parts[0]!.measures).toEqual(score.parts[0]!.measures);
    expect(xml.match(/<tuplet type="start"\/>/g)).toHaveLength(xml.match(/<tuplet type="stop"\/>/g)!.length);
  }
});

test('thirds of a beat that a file has rounded are thirds', () => {
  const xml = writeMusicXml(TRIPLETS)
    .replaceAll('<divisions>48</divisions>', '<divisions>256</divisions>')
    .replace(
      /<duration>(\d+)<\/duration>/g,
      (_, n) => `<duration>${Math.floor((Number(n) * 256) / 48)}</duration>`,
    );
  expect(onsets(rightOf(readMusicXml(bytesOf(xml))))).toEqual(onsets(TRIPLETS));
});

test('small numbers stand over the notes of a beat, those of quarters over two', () => {
  const [first, second] = TRIPLETS.parts[0]!.measures;
  const sizes = (measure: typeof first) =>
    tupletGroups(measure!, measure!.events).map(({ tuplet, events }) => (tuplet ? events.length : 0));
  expect(sizes(first)).toEqual([0, 3, 3]);
  expect(sizes(second)).toEqual([3, 0, 2, 0]);
  const mei = writeMei(leadLine(TRIPLETS), { measuresPerSystem: 2, under: new Map() });
  expect(mei.match(/<tuplet num="3" numbase="2">/g)).toHaveLength(4);
  // The eighths of a triplet are beamed within it.
  expect(mei).toMatch(/<tuplet num="3" numbase="2"><beam>(<note [^>]*><\/note>){3}<\/beam><\/tuplet>/);
});

// Common practice; "tri o la" from memory.
test.each<[SchoolId, string]>([
  ['numbers-and', '1 2 la li 3 li_(4) la'],
  ['numbers-te', '1 2 la li 3 li_(4) la'],
  ['takadimi', 'ta ta ki da ta da-a ki'],
  ['du-de', 'du du da di du di-i da'],
  ['ta-titi', 'ta tri o la tri o la'],
])('the first measure is counted in %s', (school, expected) => {
  const labels = countPart(TRIPLETS.parts[0]!, { ...USUAL_STYLE, school });
  const first = TRIPLETS.parts[0]!.measures[0]!.events;
  expect(first.map(({ id }) => labels.get(id)!.text.replace(' ', '_')).join(' ')).toBe(expected);
});

test('every school has a word for every note of a triplet and of a duplet', () => {
  for (const school of SCHOOL_IDS)
    for (const { parts } of [TRIPLETS, DUPLETS]) {
      const labels = countPart(parts[0]!, { ...USUAL_STYLE, school, compound: 'beats' });
      const notes = parts[0]!.measures.flatMap(({ events }) => events.filter(({ kind }) => kind === 'note'));
      expect({ school, silent: notes.filter(({ id }) => !labels.get(id)?.text).length }).toEqual({
        school,
        silent: 0,
      });
    }
});

test('its worth is explained', () => {
  const note = TRIPLETS.parts[0]!.measures[0]!.events[1]!;
  const worth = worthOfEvent(TRIPLETS.parts[0]!, note.id, 'us');
  expect([worth.title, worth.arithmetic]).toEqual(['triplet eighth note', '⅓ beat']);
  expect(worth.sentences).toContain('The small 3 makes it a triplet: 3 eighths in the time of 2, all alike.');
});

test('played as written it is right; played as plain eighths it is not', () => {
  const line = leadLine(abc('2/4', 'G2 (3GAB | c2 (3BAG | (3GAB c2 | G4 |]'));
  const flagged = (played: typeof line) => {
    const { verdict } = checkHeard(line, heardPlaying(played, { seed: 2, bpm: 72 }), 72);
    return verdict.measures.map(({ rhythmNeedsWork }) => rhythmNeedsWork);
  };
  expect(flagged(line)).toEqual([false, false, false, false]);
  // A long one and two short ones: what is played for a triplet that is not known.
  const uneven = leadLine(abc('2/4', 'G2 GA/B/ | c2 BA/G/ | GA/B/ c2 | G4 |]'));
  expect(flagged(uneven).filter(Boolean).length).toBeGreaterThan(1);
});

test('it is written at the desk with one key, in threes as duplets, and taken back with the same', () => {
  const type = (score: Score, commands: readonly Command[]) => commands.reduce(apply, openDesk(score));
  const letters = (...steps: ('C' | 'D' | 'E' | 'F')[]): Command[] =>
    steps.map((step) => ({ kind: 'letter', step }));
  const empty = (meter: string): Score => {
    const score = abc(meter, 'C');
    const [measure] = score.parts[0]!.measures;
    return { ...score, parts: [{ ...score.parts[0]!, measures: [{ ...measure!, number: 1, events: [] }] }] };
  };
  const written = type(empty('4/4'), [
    { kind: 'value', base: 'eighth' },
    { kind: 'tuplet' },
    ...letters('C', 'D', 'E'),
    { kind: 'tuplet' },
    { kind: 'value', base: 'quarter' },
    ...letters('F', 'F', 'F'),
  ]);
  expect(onsets(written.score)).toEqual([0, 0.3333, 0.6667, 1, 2, 3]);
  expect(checkArithmetic(written.score.parts[0]!).wrong).toEqual([]);
  const inThrees = type(empty('6/8'), [
    { kind: 'value', base: 'eighth' },
    { kind: 'tuplet' },
    ...letters('C', 'D', 'E', 'F'),
  ]);
  expect(onsets(inThrees.score)).toEqual([0, 0.75, 1.5, 2.25]);
  const plain = [{ kind: 'select-all' }, { kind: 'tuplet' }].reduce(
    (desk, command) => apply(desk, command as Command),
    inThrees,
  );
  expect(onsets(plain.score)).toEqual([0, 0.5, 1, 1.5]);
});

test('a line without them has none', () => {
  const { part } = bookLine(5);
  expect(
    part.measures.flatMap((measure) => tupletGroups(measure, measure.events)).some(({ tuplet }) => tuplet),
  ).toBe(false);
  expect(readLine(writeMusicXml({ title: 'x', composer: undefined, parts: [part] })).part.measures).toEqual(
    part.measures,
  );
});
