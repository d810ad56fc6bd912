import { writeMidi as encode, type MidiEvent, parseMidi } from 'midi-file';
import { readBook, readLine, scoreXml } from '../../../tests/support/lines';
import { randomScore } from '../../../tests/support/random-scores';
import {
  type Line,
  leadLine,
  type Measure,
  partHasNotes,
  type Score,
  type WrittenNote,
  writtenNotes,
} from '../notation';
import { toNumber } from '../time';
import { readMidi, writeMidi } from '.';
import { programOf } from './midi-program';

/** What is heard: when, how long, how high. Unpitched sounds only when. */
function heard(line: Line) {
  return writtenNotes(line).map((note) => [
    toNumber(note.onsetQuarters),
    note.staccato ? staccatoQuarters(note) : toNumber(note.lengthQuarters),
    note.sound.kind === 'pitched' ? note.sound.midi : 'stroke',
  ]);
}

/** Half of the value, on the grid of sixteenths. */
const staccatoQuarters = (note: WrittenNote) =>
  Math.max(1, Math.round(toNumber(note.lengthQuarters) * 2)) / 4;

function readAgain(score: Score): Score {
  const read = readMidi(writeMidi(score));
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  return read.value;
}

const asScore = (line: Line): Score => ({ title: line.title, composer: undefined, parts: [line.part] });

test.each(readBook().map(({ file, line }) => [file, line] as const))(
  '%s sounds the same when read again',
  (_, line) => {
    const again = readAgain(asScore(line));
    expect(heard(leadLine(again))).toEqual(heard(line));
    expect(again.title).toBe(line.title);
  },
);

test('any line of one voice sounds the same when read again, whatever its signs, pickup and repeats', () => {
  let count = 0;
  for (let seed = 1; seed <= 200; seed++) {
    const score = oneVoice(randomScore(seed));
    if (score.parts.length === 0) continue;
    count++;
    expect({ seed, heard: heard(leadLine(readAgain(score))) }).toEqual({
      seed,
      heard: heard(leadLine(score)),
    });
  }
  expect(count).toBeGreaterThan(100);
});

/** The first voice of the lead part, without what MIDI cannot say: tied notes of different pitch, unisons in chords. */
function oneVoice(score: Score): Score {
  return {
    ...score,
    parts: score.parts
      .slice(0, 1)
      .map((part) => ({
        ...part,
        measures: part.measures.map((measure) => ({
          ...measure,
          otherVoices: [],
          events: measure.events.map((event) =>
            event.kind === 'rest'
              ? event
              : { ...event, chordPitches: [], tiedToNext: false, tiedFromPrevious: false },
          ),
        })),
      }))
      // A lone first third, or a short one, sounds like a sixteenth.
      .filter((part) => partHasNotes(part) && !part.measures.some(hasGapInTuplet)),
  };
}

const hasGapInTuplet = ({ events }: Measure) =>
  events.some(
    (event) => event.value.tuplet && (event.kind === 'rest' || event.articulations.includes('staccato')),
  );

/** A file with one track of [from, to, key] in ticks of 96 to the quarter. */
function played(notes: readonly (readonly [number, number, number])[], extra: MidiEvent[] = []): Uint8Array {
  const events = notes
    .flatMap(([from, to, key]) => [
      { tick: from, type: 'noteOn' as const, noteNumber: key, velocity: 80 },
      { tick: to, type: 'noteOff' as const, noteNumber: key, velocity: 0 },
    ])
    .toSorted((a, b) => a.tick - b.tick);
  let now = 0;
  const track = events.map(({ tick, ...event }) => {
    const deltaTime = tick - now;
    now = tick;
    return { ...event, deltaTime, channel: 0 } as MidiEvent;
  });
  return Uint8Array.from(
    encode({ header: { format: 0, numTracks: 1, ticksPerBeat: 96 }, tracks: [[...extra, ...track]] }),
  );
}

test('a performance is put on the grid: early, short and overlapping notes become what was meant', () => {
  const read = readMidi(
    played([
      [3, 90, 60],
      [95, 200, 62],
      [194, 379, 64],
    ]),
  );
  expect(read.ok && heard(leadLine(read.value))).toEqual([
    [0, 1, 60],
    [1, 1, 62],
    [2, 2, 64],
  ]);
  expect(read.ok && read.warnings.map(({ code }) => code)).toEqual(['meter', 'key']);
});

test.each<[string, [number, number, number][], number[]]>([
  [
    'a triplet',
    [
      [2, 30, 60],
      [33, 62, 62],
      [62, 95, 64],
      [97, 192, 65],
    ],
    [0, 0.3333, 0.6667, 1],
  ],
  [
    'a triplet over two beats',
    [
      [0, 60, 60],
      [66, 125, 62],
      [127, 190, 64],
      [192, 288, 65],
    ],
    [0, 0.6667, 1.3333, 2],
  ],
  [
    'sixteenths',
    [
      [2, 20, 60],
      [25, 46, 62],
      [50, 70, 64],
      [71, 94, 65],
      [97, 190, 67],
    ],
    [0, 0.25, 0.5, 0.75, 1],
  ],
  [
    'eighths, the second late',
    [
      [0, 50, 60],
      [53, 94, 62],
      [96, 190, 64],
    ],
    [0, 0.5, 1],
  ],
  [
    'dotted, lazily',
    [
      [0, 64, 60],
      [69, 94, 62],
      [96, 190, 64],
    ],
    [0, 0.75, 1],
  ],
])('%s is told from others, however it is played', (_, notes, expected) => {
  const read = readMidi(played(notes));
  const line = read.ok ? leadLine(read.value) : undefined;
  expect(line && heard(line).map(([onset]) => Number((onset as number).toFixed(4)))).toEqual(expected);
});

test('in six-eight there are no triplets of quarters', () => {
  const sixEight: MidiEvent = {
    ...{ deltaTime: 0, type: 'timeSignature', meta: true, numerator: 6, denominator: 8 },
    ...{ metronome: 36, thirtyseconds: 8 },
  };
  const read = readMidi(
    played(
      [
        [0, 32, 60],
        [32, 64, 62],
        [64, 96, 64],
        [96, 288, 65],
      ],
      [sixEight],
    ),
  );
  expect(read.ok && read.warnings.map(({ code }) => code)).toContain('moved');
});

test('notes that sound together become a chord, or a further voice when they end apart', () => {
  const read = readMidi(
    played([
      [0, 96, 60],
      [0, 96, 64],
      [96, 384, 62],
      [192, 384, 72],
    ]),
  );
  if (!read.ok) throw new Error('unreadable');
  const [measure] = read.value.parts[0]!.measures;
  expect(measure!.events.map((event) => event.kind === 'note' && 1 + event.chordPitches.length)).toEqual([
    2, 1,
  ]);
  expect(measure!.otherVoices).toHaveLength(1);
});

test.each([
  ['a sonnet', new TextEncoder().encode('Shall I compare thee'), 'not-midi'],
  ['a file cut off', writeMidi(asScore(readBook()[0]!.line)).slice(0, 200), 'damaged'],
  ['no note at all', played([]), 'no-notes'],
  ['five beats of a sixteenth', played([[0, 96, 60]], [timeSignature(7, 16)]), 'meter'],
  [
    'an hour of music',
    played([
      [0, 96, 60],
      [96 * 60 * 90, 96 * 60 * 90 + 96, 60],
    ]),
    'too-long',
  ],
])('%s is refused', (_, bytes, code) => {
  const read = readMidi(bytes);
  expect(read.ok ? [] : read.issues.map((issue) => issue.code)).toEqual([code]);
});

function timeSignature(numerator: number, denominator: number): MidiEvent {
  return { type: 'timeSignature', numerator, denominator, metronome: 24, thirtyseconds: 8, deltaTime: 0 };
}

// The reader package decodes what was written without any of our code.
test('what is written is a plain Standard MIDI File with the meter, the key and the tempo', () => {
  const { line } = readBook()[0]!;
  const { header, tracks } = parseMidi(writeMidi(asScore(line)));
  expect(header).toMatchObject({ format: 1, numTracks: 2, ticksPerBeat: 480 });
  const types = tracks[0]!.map(({ type }) => type);
  expect(types).toEqual(expect.arrayContaining(['trackName', 'setTempo', 'timeSignature', 'keySignature']));
});

// General MIDI System Level 1 (1991): program 61 is the French horn, 66 the alto saxophone; counted from 0 in the file.
test('a part is played by its instrument, as loud and as short as it is written', () => {
  const line = readLine(
    scoreXml([
      "<direction><direction-type><dynamics><p/></dynamics></direction-type></direction> C4q C4q' C4h",
      '<direction><direction-type><dynamics><f/></dynamics></direction-type></direction> C4w',
    ]),
  );
  const score: Score = { ...asScore(line), parts: [{ ...line.part, instrument: 'horn' }] };
  const [, track] = parseMidi(writeMidi(score)).tracks;
  expect(track!.find(({ type }) => type === 'programChange')).toMatchObject({ programNumber: 60 });
  const notes = track!.filter((event) => event.type === 'noteOn');
  expect(notes.map(({ velocity }) => velocity)).toEqual([48, 48, 48, 96]);
  expect(programOf('alto-sax')).toBe(65);
  const lengths = track!.filter((event) => event.type === 'noteOff').map(({ deltaTime }) => deltaTime / 480);
  expect(lengths).toEqual([1, 0.5, 2, 4]);
});

// Found in games' music: a drum's ruff, a trill by one key.
test('repeats too fast for the grid become one note, and the line a draft that says so', () => {
  const read = readMidi(
    played([
      [0, 6, 60],
      [6, 12, 60],
      [96, 192, 62],
    ]),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  expect(read.value.lost).toEqual([expect.objectContaining({ code: 'too-fast', where: 'measure 1' })]);
});

// Programs that count from the first note put the barlines of a pickup tune too early.
test('barlines that a pickup has shifted are moved back, and it is said', () => {
  const quarter = 96;
  let at = 0;
  // 3/4 from the third beat: C | D E– | F G– | A B– | c–
  const notes = [1, 1, 2, 1, 2, 1, 2, 2].map((quarters, index): [number, number, number] => {
    const from = at;
    at += quarters * quarter;
    return [from, at, 60 + index];
  });
  const read = readMidi(played(notes, [timeSignature(3, 4)]));
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  const { measures } = read.value.parts[0]!;
  expect(measures.map(({ number, events }) => [number, events.length])).toEqual([
    [0, 1],
    [1, 2],
    [2, 2],
    [3, 2],
    [4, 1],
  ]);
  expect(read.warnings.map(({ code }) => code)).toContain('pickup');
});

const METRONOME = (bpm: number) =>
  `<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>${bpm}</per-minute></metronome></direction-type></direction>`;

// A file of sounds has the tempo of every moment: what holds for a measure is a mark, the steps of a rit. are none.
test('a tempo that changes for good is a mark within the line, and a rit. is not one mark an eighth', () => {
  const words = '<direction><direction-type><words>rit.</words></direction-type></direction>';
  const line = readLine(
    scoreXml([
      `${METRONOME(96)} C4w`,
      `${METRONOME(60)} C4w`,
      'C4w',
      `${METRONOME(120)} C4w`,
      `${words} C4q C4q C4h`,
    ]),
  );
  const read = readMidi(writeMidi(asScore(line)));
  if (!read.ok) throw new Error(JSON.stringify(read.issues));
  const [part] = read.value.parts;
  expect(part!.tempo).toMatchObject({ bpm: 96 });
  const marks = part!.measures.map(({ directions }) =>
    directions.flatMap((direction) => (direction.kind === 'tempo' ? [direction.mark.bpm] : [])),
  );
  expect(marks).toEqual([[], [60], [], [120], []]);
  expect(read.warnings).toContainEqual(expect.objectContaining({ code: 'tempo', where: 'measure 5' }));
});
