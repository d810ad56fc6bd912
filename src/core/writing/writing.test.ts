import { bookLine, readBook } from '../../../tests/support/lines';
import { randomScore } from '../../../tests/support/random-scores';
import { copyOut, FLUTE, press, pressAll, say } from '../../../tests/support/typist';
import { createRandom, type Random } from '../base';
import { readMusicXml, writeMusicXml } from '../formats';
import { type LineEvent, leadLine, measureFaults, type Note, writtenNotes } from '../notation';
import { pitchName } from '../pitch';
import { toNumber } from '../time';
import {
  apply,
  blankScore,
  type Command,
  type Desk,
  KEY_GROUPS,
  KEY_MAP,
  maybeKeyEntry,
  mendsOf,
  openDesk,
  openFaults,
  partOf,
  perform,
  redo,
  SAYABLE,
  startHistory,
  understand,
  undo,
  withoutEmptyEnd,
} from '.';

const GUITAR = { ...FLUTE, id: 'guitar', name: 'Guitar', transpositionSemitones: -12 } as const;
const blank = () => openDesk(blankScore('New line', FLUTE));

/** A measure as text: `C5q. Rq`, `~` tied on, `(` `)` slur. */
function shown(desk: Desk): string {
  return partOf(desk)
    .measures.map(({ events }) => events.map(sayEvent).join(' '))
    .join(' | ');
}

function sayEvent(event: LineEvent): string {
  const value = `${event.value.base === 'eighth' ? 'i' : event.value.base[0]}${'.'.repeat(event.value.dots)}`;
  if (event.kind === 'rest') return `R${value}`;
  const heads = [event.pitch, ...event.chordPitches].map((pitch) =>
    pitch.kind === 'pitched' ? `${pitchName(pitch.spelling)}${pitch.spelling.octave}` : 'x',
  );
  const slurs = ['('.repeat(event.slurStarts), ')'.repeat(event.slurStops)];
  return `${slurs[0]}${heads.join('+')}${value}${event.tiedToNext ? '~' : ''}${slurs[1]}`;
}

test.each([
  ['q c d h e', 'C5q D5q E5h'],
  ['h . c q d e f', 'C5h. D5q | E5q F5q'],
  ['i c . d', 'C5i. D5i'],
  ['s . c .', 'C5s'],
  ['i . . c', 'C5i'],
  ['q . c d', 'C5q. D5q.'],
  ['q g c', 'G4q C5q'],
  ['q g a b c d e f g', 'G4q A4q B4q C5q | D5q E5q F5q G5q'],
  ['q c PageDown d', 'C4q D4q'],
  ['q f + g f', 'F♯4q G4q F♯4q'],
  ['q f + f f f f', 'F♯4q F♯4q F♯4q F♯4q | F4q'],
  ['q b - n', 'B4q'],
  ['h c t c t q c', 'C5h~ C5h~ | C5q'],
  ['q c t d', 'C5q D5q'],
  ['q c u d e u', '(C5q D5q E5q)'],
  ['q c & e & g r', 'C5+E5+G5q Rq'],
  ['q c & r e', 'C5q Rq E5q'],
  ['w c m m', 'C5w | C5w | C5w'],
  ['q c d e f k PageDown', 'C4q D4q E4q F4q'],
  ['q c d Backspace e', 'C5q E5q'],
  ['q x x i x x', 'xq xq xi xi'],
  ['q c d ArrowLeft e', 'C5q E5q D5q'],
])('the keys "%s" write %s', (keys, expected) => {
  expect(shown(pressAll(blank(), keys))).toBe(expected);
});

test('every line of the book can be copied from the page with the keyboard alone', () => {
  for (const { line } of readBook()) {
    const { desk } = copyOut(line, blank());
    const copied = withoutEmptyEnd(desk).score;
    const sounds = (of: typeof line) =>
      of.part.measures.map(({ events }) => events.map((event) => sayEvent(event)).join(' '));
    expect(sounds(leadLine(copied))).toEqual(sounds(line));
    expect(copied.parts[0]!.measures.map(({ number }) => number)).toEqual(
      line.part.measures.map(({ number }) => number),
    );
  }
});

test('a line with ties, dots, rests and a slur takes fewer than 90 presses', () => {
  const { presses } = copyOut(bookLine(4), blank());
  expect(presses.length).toBeLessThan(90);
});

describe('what is said', () => {
  const [measure] = partOf(blank()).measures;

  test.each<[string, Command]>([
    ['mf', { kind: 'dynamic', mark: 'mf' }],
    ['3/4', { kind: 'meter', meter: { beats: 3, beatType: 4 }, symbol: undefined }],
    ['C', { kind: 'meter', meter: { beats: 4, beatType: 4 }, symbol: 'common' }],
    ['key G', { kind: 'key', fifths: 1 }],
    ['key Bb', { kind: 'key', fifths: -2 }],
    ['key E minor', { kind: 'key', fifths: 1 }],
    ['key F#m', { kind: 'key', fifths: 3 }],
    ['2 flats', { kind: 'key', fifths: -2 }],
    ['clef alto', { kind: 'clef', clef: 'alto' }],
    ['rit.', { kind: 'words', text: 'rit.' }],
    ['a tempo', { kind: 'words', text: 'a tempo' }],
    ['louder', { kind: 'hairpin', shape: 'crescendo' }],
    [
      'Gently 72',
      { kind: 'tempo', tempo: { beatQuarters: { numerator: 1, denominator: 1 }, bpm: 72, words: 'Gently' } },
    ],
    ['sing lan-tern light', { kind: 'lyrics', syllables: ['lan-', 'tern', 'light'], verse: 1 }],
    ['string 2', { kind: 'hint', hint: 'stringHint', text: '2' }],
    ['position iii', { kind: 'hint', hint: 'positionHint', text: 'III' }],
    ['2nd ending', { kind: 'ending', passes: [2] }],
  ])('"%s" is understood', (text, command) => {
    expect(understand(text, measure!)).toEqual({ ok: true, value: command, warnings: [] });
  });

  test.each(['', '5/4', 'clef sideways', 'Gently 900', '9 sharps'])(
    '"%s" is refused with a reason',
    (text) => {
      const result = understand(text, measure!);
      expect(!result.ok && result.issues[0]!.message.length).toBeGreaterThan(20);
    },
  );

  test.each(SAYABLE.flatMap(([examples]) => examples.split(' · ')))('the example "%s" works', (text) => {
    const isForDrums = /^(flam|ghost|sticking)/.test(text);
    const player = text === 'tablature' ? GUITAR : FLUTE;
    const empty = openDesk(blankScore('New line', player));
    const after = say(pressAll(isForDrums ? say(empty, 'clef percussion') : empty, 'q c d'), text);
    expect(after.remark).toBeUndefined();
  });
});

test('syllables go to sung notes: not to rests, not to a note that is tied to', () => {
  const desk = say(
    pressAll(blank(), 'q c r h d t q d e ArrowLeft ArrowLeft ArrowLeft ArrowLeft'),
    'sing la lan-tern',
  );
  const lyrics = partOf(desk).measures.flatMap(({ events }) =>
    events.map((e) => (e.kind === 'note' ? e.lyric : '-')),
  );
  expect(lyrics).toEqual(['la', '-', 'lan-', undefined, 'tern']);
});

describe('arithmetic', () => {
  const faultsOf = (keys: string) => {
    const desk = pressAll(blank(), keys);
    return { desk, faults: openFaults(partOf(desk)) };
  };

  test.each([
    ['q c d e', ['3 of 4 beats']],
    ['q c d e i f', ['3½ of 4 beats']],
    ['q c d e h f', ['5 of 4 beats']],
    ['q c d e f', []],
    ['q c p Enter q c d e f c d e', []],
    ['q c p Enter q c d e f', ['4 beats; 3 would make one full measure with the pickup']],
  ])('"%s": %j', (keys, expected) => {
    expect(faultsOf(keys).faults.map(({ has }) => has)).toEqual(expected);
  });

  test('every mend of every measure makes it add up', () => {
    const random = createRandom(5);
    let count = 0;
    for (let n = 0; n < 200; n++) {
      const keys = Array.from(
        { length: random.integer(1, 6) },
        () => `${random.pick(['h', 'q', 'i', 's'])} ${random.pick(['c', 'r', 'g .'])}`,
      );
      const { desk, faults } = faultsOf(keys.join(' '));
      for (const fault of faults) {
        for (const mend of mendsOf(partOf(desk), fault)) {
          const mended = apply(desk, { kind: 'mend', fault, mend });
          const left = measureFaults(partOf(mended)).filter(
            ({ measureIndex }) => measureIndex === fault.measureIndex,
          );
          expect({ keys, mend, left }).toEqual({ keys, mend, left: [] });
          // Nothing is added or lost but what the mend says.
          if (mend.kind === 'move-on') expect(totalQuarters(mended)).toBe(totalQuarters(desk));
          count++;
        }
      }
    }
    expect(count).toBeGreaterThan(150);
  });

  test('a note over the barline is divided and tied, and still sounds once', () => {
    const desk = pressAll(blank(), 'q c d e h f');
    const [fault] = openFaults(partOf(desk));
    const mended = apply(desk, { kind: 'mend', fault: fault!, mend: { kind: 'move-on', isTied: true } });
    expect(shown(mended)).toBe('C5q D5q E5q F5q~ | F5q');
    expect(writtenNotes(leadLine(mended.score)).map((note) => toNumber(note.lengthQuarters))).toEqual([
      1, 1, 1, 2,
    ]);
  });
});

function totalQuarters(desk: Desk): number {
  return partOf(desk)
    .measures.flatMap(({ events }) => events)
    .reduce((total, { quarters }) => total + toNumber(quarters), 0);
}

describe('a range', () => {
  const four = () => pressAll(blank(), 'q c d e f g');

  test('is copied and pasted, over the barline', () => {
    let desk = apply(four(), { kind: 'select-all' });
    desk = apply(apply(desk, { kind: 'copy' }), { kind: 'select-nothing' });
    desk = apply(desk, { kind: 'paste' });
    expect(shown(desk)).toBe('C5q D5q E5q F5q | G5q C5q D5q E5q | F5q G5q');
    const ids = partOf(desk).measures.flatMap(({ events }) => events.map(({ id }) => id));
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('is cut', () => {
    const desk = apply(press(apply(four(), { kind: 'caret', direction: -1, extend: true }), 'Backspace'), {
      kind: 'caret',
      direction: -1,
      extend: true,
    });
    expect(shown(apply(desk, { kind: 'cut' }))).toBe('C5q D5q E5q | ');
  });

  test('is moved in the key, by half steps and by octaves', () => {
    const all = apply(pressAll(say(blank(), 'key G'), 'q c d e f n g'), { kind: 'select-all' });
    expect(shown(apply(all, { kind: 'step', direction: 1 }))).toBe('D5q E5q F♯5q G5q | A5q');
    expect(shown(apply(all, { kind: 'half-step', direction: 1 }))).toBe('C♯5q D♯5q F5q F♯5q | G♯5q');
    expect(shown(apply(all, { kind: 'octave', direction: -1 }))).toBe('C4q D4q E4q F4q | G4q');
  });
});

test('barlines and meters change in every part, keys keep sounding alike', () => {
  const start = pressAll(blank(), 'q c d e f c');
  const clarinet = { ...partOf(start), id: 'P2', name: 'Clarinet', transpositionSemitones: -2 };
  const two = apply(apply(start, { kind: 'add-part', part: clarinet }), { kind: 'open-part', partIndex: 0 });
  const changed = [{ kind: 'insert-measure' }, { kind: 'repeat-end' }, { kind: 'key', fifths: 1 }] as const;
  const { parts } = changed.reduce((desk: Desk, command) => apply(desk, command), two).score;
  for (const part of parts) {
    expect(
      part.measures.map(({ number, repeatPlays, keyFifths }) => [number, repeatPlays, keyFifths]),
    ).toEqual([
      [1, 1, 0],
      [2, 1, 0],
      [3, 2, 1],
    ]);
  }
});

test('the halves of a measure that a double bar cuts have one number, whatever is put in before them', () => {
  const numbersOf = (desk: Desk) => partOf(desk).measures.map(({ number }) => number);
  let desk = pressAll(blank(), 'w c h d');
  desk = apply(apply(desk, { kind: 'double-bar' }), { kind: 'next-measure' });
  desk = pressAll(apply(pressAll(desk, 'h e'), { kind: 'next-measure' }), 'w f');
  expect(numbersOf(desk)).toEqual([1, 2, 2, 3]);
  desk = apply({ ...desk, caret: { measureIndex: 0, eventIndex: 0 } }, { kind: 'insert-measure' });
  expect(numbersOf(desk)).toEqual([1, 2, 3, 3, 4]);
  desk = apply({ ...desk, caret: { measureIndex: 0, eventIndex: 0 } }, { kind: 'pickup' });
  expect(numbersOf(desk)).toEqual([0, 1, 2, 2, 3]);
  desk = apply({ ...desk, caret: { measureIndex: 2, eventIndex: 0 } }, { kind: 'double-bar' });
  expect(numbersOf(desk)).toEqual([0, 1, 2, 3, 4]);
});

test('a second voice and a lower staff are written beside the first', () => {
  let desk = apply(pressAll(blank(), 'h c d'), { kind: 'add-voice', staff: 'lower' });
  desk = pressAll(desk, 'w c');
  const [measure] = partOf(desk).measures;
  expect(measure!.lowerClef).toBe('bass');
  expect(measure!.otherVoices).toMatchObject([
    { staff: 'lower', events: [{ pitch: { spelling: { octave: 3 } } }] },
  ]);
  expect(partOf(apply(desk, { kind: 'remove-voice' })).measures[0]!.otherVoices).toEqual([]);
});

/** Any command that a writer may give, sensible or not. */
function randomCommand(random: Random, desk: Desk): Command | undefined {
  const entry = random.pick(KEY_MAP);
  if (random.uniform(0, 1) < 0.75) return typeof entry.command === 'string' ? undefined : entry.command;
  if (random.uniform(0, 1) < 0.3) {
    const [fault] = openFaults(partOf(desk));
    const mend = fault && mendsOf(partOf(desk), fault)[0];
    return fault && mend && { kind: 'mend', fault, mend };
  }
  const said = understand(
    random.pick(SAYABLE.flatMap(([examples]) => examples.split(' · '))),
    partOf(desk).measures[0]!,
  );
  return said.ok ? said.value : undefined;
}

test('whatever is done can be undone and done again, and always leaves a line that can be written out', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const random = createRandom(seed);
    const start = seed % 2 ? blank() : openDesk(randomScore(seed));
    let history = startHistory(start);
    for (let n = 0; n < 120; n++) {
      const command = randomCommand(random, history.now);
      if (command) history = perform(history, command);
    }
    const end = history.now.score;
    const steps = history.past.length;
    for (let n = 0; n < steps; n++) history = undo(history);
    expect(history.now.score).toEqual(start.score);
    for (let n = 0; n < steps; n++) history = redo(history);
    expect(history.now.score).toEqual(end);
    expectSound(end, seed);
  }
});

function expectSound(score: Desk['score'], seed: number): void {
  const ids = score.parts.flatMap(({ measures }) =>
    measures.flatMap(({ events, otherVoices }) =>
      [events, ...otherVoices.map((v) => v.events)].flat().map(({ id }) => id),
    ),
  );
  expect({ seed, twice: ids.filter((id, index) => ids.indexOf(id) !== index) }).toEqual({ seed, twice: [] });
  const notes = score.parts.flatMap(({ measures }) => measures.flatMap(({ events }) => events));
  notes.forEach((event, index) => {
    const before = notes[index - 1] as Note | undefined;
    if (event.kind === 'note' && event.tiedFromPrevious)
      expect({ seed, event: event.id, tied: before?.kind === 'note' && before.tiedToNext }).toEqual({
        seed,
        event: event.id,
        tied: true,
      });
  });
  const read = readMusicXml(new TextEncoder().encode(writeMusicXml(score)));
  // Where all notes are gone, from one part or from every.
  if (!read.ok)
    expect(['no-notes', 'no-notes,empty-part']).toContain(`${read.issues.map(({ code }) => code)}`);
}

test('every key is on the map once, with words for the screen', () => {
  const names = KEY_MAP.map(({ key, ctrl, shift }) => `${ctrl ? 'Ctrl ' : ''}${shift ? 'Shift ' : ''}${key}`);
  expect(new Set(names).size).toBe(names.length);
  for (const { does, group } of KEY_MAP) {
    expect(does).not.toBe('');
    expect(KEY_GROUPS).toContain(group);
  }
});

test.each([
  ['c', false, false, 'letter'],
  ['C', true, false, 'letter'],
  // With the caps lock on.
  ['C', false, false, 'letter'],
  ['c', true, false, 'letter'],
  ['&', true, false, 'and'],
  ['C', false, true, 'copy'],
  ['c', false, true, 'copy'],
])('%s (Shift %s, Ctrl %s) is %s', (key, shiftKey, ctrlKey, kind) => {
  const entry = maybeKeyEntry({ key, shiftKey, ctrlKey, metaKey: false, altKey: false });
  expect(entry && typeof entry.command === 'object' && entry.command.kind).toBe(kind);
});

test('Ctrl Z undoes, Ctrl Y and Ctrl Shift Z do again', () => {
  const commandOf = (key: string, shiftKey: boolean) =>
    maybeKeyEntry({ key, shiftKey, ctrlKey: true, metaKey: false, altKey: false })?.command;
  expect([commandOf('z', false), commandOf('y', false), commandOf('Z', true)]).toEqual([
    'undo',
    'redo',
    'redo',
  ]);
});

test('what cannot be done changes nothing and says why', () => {
  for (const kind of [
    'paste',
    'copy',
    'next-measure',
    'repeat-measure',
    'tie',
    'delete-measure',
    'next-voice',
  ] as const) {
    const after = apply(blank(), { kind });
    expect({ kind, remark: after.remark !== undefined, score: after.score }).toEqual({
      kind,
      remark: true,
      score: blank().score,
    });
  }
  expect(undo(startHistory(blank())).now.remark).toBe('There is nothing left to undo.');
});
