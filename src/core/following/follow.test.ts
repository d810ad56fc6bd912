import { heardStrike, heardTone } from '../../../tests/support/heard';
import { lineOf } from '../../../tests/support/lines';
import { type Heard, type HeardTone, LONGEST_UNSETTLED_SECONDS, PITCH_STEP_SECONDS } from '../listening';
import { writtenNotes } from '../notation';
import { type FollowedNote, follow } from '.';

const BPM = 60;
const line = lineOf(['C4q C4q D4q E4q', 'F4q G4q A4q B4q', 'C5w']);

const tone = (onsetSeconds: number, midi: number, seconds = 0.9) => heardTone(onsetSeconds, midi, seconds);

/** An exact take of the line. */
const exact = writtenNotes(line).map((note, beat) =>
  tone(1 + beat, note.sound.kind === 'pitched' ? note.sound.midi : 60, 0.9 * note.beats),
);

const heardAs = (
  tones: readonly HeardTone[],
  strikeSeconds: readonly number[] = [],
  levelsDb: readonly number[] = [],
): Heard => ({
  version: 1,
  durationSeconds: 14,
  tones,
  strikes: strikeSeconds.map((onsetSeconds) => heardStrike(onsetSeconds)),
  doubtfulStrikes: [],
  thumpsSeconds: [],
  plucks: [],
  moments: [],
  noiseDb: -70,
  peakDb: -18,
  clippedShare: 0,
  levelsDb,
  pitches: pitchesOf(tones),
});

/** What shows from moment to moment while notes sound. */
const pitchesOf = (notes: readonly HeardTone[]) =>
  Array.from({ length: 700 }, (_, step) => {
    const seconds = step * PITCH_STEP_SECONDS;
    const sounding = notes.findLast((note) => seconds >= note.onsetSeconds && seconds < note.endSeconds);
    return sounding?.midi ?? null;
  });

const followed = (notes: readonly HeardTone[], strikeSeconds: readonly number[] = []) =>
  follow(line, heardAs(notes, strikeSeconds), BPM);
const signOf = (note: FollowedNote | undefined) => (note?.kind === 'missing' ? note.sign : 'played');

describe('a note that was not found is looked for again', () => {
  test('the sound of its pitch went on through its place', () => {
    const held = [tone(1, 60, 1.9), ...exact.slice(2)];
    expect(signOf(followed(held).notes[1])).toBe('sound-goes-on');
  });

  test.each([
    ['where it was due', 2.06, 'sound-changes'],
    ['earlier', 1.6, 'sound-goes-on'],
  ])('the sound went on, and its level changed %s', (_, seconds, sign) => {
    const held = [{ ...tone(1, 60, 1.9), levelChangesSeconds: [seconds] }, ...exact.slice(2)];
    expect(signOf(followed(held).notes[1])).toBe(sign);
  });

  test.each([
    ['at another pitch: so was the repeat, started anew or not', 61, 'held-through'],
    ['at its own', 60, 'missing'],
  ])('the sound of the note that it repeats went on %s', (_, midi, kind) => {
    const note = followed([tone(1, midi, 1.9), ...exact.slice(2)]).notes[1]!;
    expect(note.kind).toBe(kind);
    if (note.kind === 'held-through') expect(note.pitchErrorSemitones).toBeCloseTo(1);
  });

  test('the sound before it was over', () => {
    expect(signOf(followed(exact.filter((_, n) => n !== 1)).notes[1])).toBeUndefined();
  });

  test.each([
    ['through its place: the pitch was not changed', 1.9, 'held-through'],
    ['up to its middle', 1.4, 'missing'],
  ])('a sound of another pitch went on %s', (_, seconds, kind) => {
    const held = [...exact.slice(0, 2), tone(3, 62, seconds), ...exact.slice(4)];
    const note = followed(held).notes[3]!;
    expect(note.kind).toBe(kind);
    if (note.kind === 'held-through') expect(note.pitchErrorSemitones).toBeCloseTo(-2);
  });

  test.each([
    ['neither pitch: something that was not found sounded there', 45, 'unpitched-sound'],
    ['nothing of a pitch', null, 'unpitched-sound'],
  ])('a sound of another pitch went on, but its place shows %s', (_, shown, sign) => {
    const heard = heardAs([...exact.slice(0, 2), tone(3, 62, 1.9), ...exact.slice(4)]);
    const pitches = heard.pitches.map((pitch, step) =>
      step * PITCH_STEP_SECONDS >= 4 && step * PITCH_STEP_SECONDS < 5 ? shown : pitch,
    );
    expect(signOf(follow(line, { ...heard, pitches }, BPM).notes[3])).toBe(sign);
  });

  test.each([
    ['its pitch', 0, 'pitch-shows'],
    ['another pitch', 3, undefined],
  ])('no start was heard, but its place shows %s', (_, semitones, sign) => {
    const heard = heardAs(exact.filter((__, n) => n !== 3));
    const pitches = heard.pitches.map((pitch, step) =>
      step * PITCH_STEP_SECONDS >= 4 && step * PITCH_STEP_SECONDS < 5 ? exact[3]!.midi + semitones : pitch,
    );
    expect(signOf(follow(line, { ...heard, pitches }, BPM).notes[3])).toBe(sign);
  });

  test.each([
    ['at its pitch, which shows there: that was played instead', 0, 'held-through'],
    ['where no pitch shows: something that was not found sounded there', undefined, 'missing'],
  ])('the next one was started in its place, %s', (_, shown, kind) => {
    const short = lineOf(['C4q D4e. E4s F4h', 'G4q A4q B4q C5q']);
    const notes = [
      tone(1, 60),
      tone(2, 62, 0.7),
      tone(2.78, 65, 2.1),
      ...[67, 69, 71, 72].map((midi, n) => tone(5 + n, midi)),
    ];
    const heard = heardAs(notes);
    const pitches = shown === undefined ? heard.pitches.map(() => null) : heard.pitches;
    const note = follow(short, { ...heard, pitches }, BPM).notes[2]!;
    expect(note.kind).toBe(kind);
    if (note.kind === 'held-through') expect(note.pitchErrorSemitones).toBeCloseTo(1);
    else expect(signOf(note)).toBe('unpitched-sound');
  });

  test('a string of another pitch that rings on tells nothing', () => {
    const rings = { ...tone(3, 62, 1.9), fadeDbPerSecond: 20 };
    const plucked = [...exact.slice(0, 2), rings, ...exact.slice(4)].map((n) => ({
      ...n,
      fadeDbPerSecond: 20,
    }));
    expect(followed(plucked).notes[3]).toMatchObject({ kind: 'missing', sign: undefined });
    const doubtful = plucked.map((note, n) =>
      n === 2 ? { ...note, reattacks: [{ onsetSeconds: 4.02, startStrength: 0.2 }] } : note,
    );
    expect(signOf(followed(doubtful).notes[3])).toBe('something-struck');
  });

  test.each([
    ['is filled with sound', -22, 'unpitched-sound'],
    ['is silent', -60, undefined],
  ])('no pitch was found, and its place %s', (_, levelDb, expected) => {
    const levels = Array.from({ length: 280 }, (__, step) => (step >= 78 && step < 100 ? levelDb : -18));
    const heard = heardAs(
      exact.filter((__, n) => n !== 3),
      [],
      levels,
    );
    expect(signOf(follow(line, heard, BPM).notes[3])).toBe(expected);
  });

  test.each([
    ['where it was due', 4.05, 'something-struck'],
    ['at another time', 4.4, undefined],
    ['with the next note', 5.01, undefined],
  ])('something was struck %s', (_, seconds, expected) => {
    const without = exact.filter((__, n) => n !== 3);
    expect(signOf(followed(without, [seconds]).notes[3])).toBe(expected);
  });
});

describe('what is no extra note', () => {
  const between = (...more: readonly HeardTone[]) =>
    [...exact, ...more].toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);

  test.each<[string, HeardTone, number]>([
    ['a note that was added', tone(5.5, 71, 0.4), 1],
    ['the noise of an attack', { ...tone(5.5, 71, 0.4), clarity: 0.85 }, 0],
    ['what several strings share, far below the line', tone(5.5, 40, 0.4), 0],
    ['a doubtful start', { ...tone(5.5, 65, 0.4), startStrength: 0.8 }, 0],
    ['an echo', { ...tone(5.5, 71, 0.4), levelDb: -41 }, 0],
  ])('%s', (_, sound, count) => {
    expect(followed(between(sound)).extras).toHaveLength(count);
  });

  test('a squeak: the note begins with it', () => {
    const squeaking = exact.flatMap((note, n) =>
      n === 4
        ? [tone(note.onsetSeconds, note.midi + 19, 0.12), tone(note.onsetSeconds + 0.14, note.midi, 0.76)]
        : [note],
    );
    const { notes, extras } = followed(squeaking);
    expect(extras).toHaveLength(0);
    expect(notes[4]).toMatchObject({ kind: 'played', pitchErrorSemitones: 0 });
    expect(notes[4]!.kind === 'played' && Math.abs(notes[4]!.deviationSeconds)).toBeLessThan(0.01);
  });

  test.each([
    ['a half step', 1.2],
    ['a little', 0.7],
  ])('a scoop from %s below: the note is the pitch that it reaches', (_, below) => {
    const scooping = exact.flatMap((note, n) =>
      n === 4
        ? [
            { ...tone(note.onsetSeconds, note.midi - below, 0.1), clarity: 0.91 },
            { ...tone(note.onsetSeconds + 0.11, note.midi, 0.79), dipDb: 0 },
          ]
        : [note],
    );
    const { notes, extras } = followed(scooping);
    expect(extras).toHaveLength(0);
    expect(notes[4]).toMatchObject({ kind: 'played', pitchErrorSemitones: 0 });
  });

  test('a start that speaks twice is one note, and a note that was added after it is not', () => {
    const twice = (at: number, startStrength = 1) =>
      followed(
        exact.flatMap((note, n) =>
          n === 4
            ? [
                tone(note.onsetSeconds, note.midi, at - 0.01),
                { ...tone(note.onsetSeconds + at, note.midi, 0.9 - at), dipDb: 3, startStrength },
              ]
            : [note],
        ),
      );
    const stuttered = twice(0.1);
    expect(stuttered.extras).toHaveLength(0);
    const note = stuttered.notes[4]!;
    expect(note.kind === 'played' && note.sound.endSeconds).toBeCloseTo(exact[4]!.onsetSeconds + 0.9, 2);
    expect(twice(0.35).extras).toHaveLength(1);
  });

  test('a short note that leaps down to the next is no squeak, whatever wavers in it', () => {
    const leaping = exact.map((note, n) =>
      n === 4
        ? { ...tone(5, 65, 0.2), reattacks: [{ onsetSeconds: 5.1, startStrength: 0.2 }] }
        : n === 5
          ? tone(5.2, 57, 0.7)
          : note,
    );
    expect(followed(leaping).notes[4]).toMatchObject({ kind: 'played', pitchErrorSemitones: 0 });
  });

  test('a sentence, wherever it is said', () => {
    const sentence = Array.from({ length: 8 }, (_, n) => ({
      ...tone(9.6 + 0.14 * n, 55 + (n % 3), 0.1),
      clarity: 0.85,
    }));
    const last = { ...exact.at(-1)!, endSeconds: 9.1 };
    const { notes, extras } = followed([...exact.slice(0, -1), last, ...sentence]);
    expect(extras).toHaveLength(0);
    expect(notes.every((note) => note.kind === 'played')).toBe(true);
  });

  test.each([
    ['while the lower tone still shows', -15, 0],
    ['and nothing of the lower tone is left', -50, 1],
  ])('the octave of a tone that goes over into it %s', (_, octaveBelowDb, extras) => {
    const [first, second] = [tone(5, 65, 0.4), tone(5.4, 77, 0.5)];
    const broken = [
      ...exact.slice(0, 4),
      first,
      { ...second, octaveBelowDb, dipDb: 1, start: 'pitch-change' as const },
      ...exact.slice(5),
    ];
    const { notes, extras: found } = followed(broken);
    expect(found).toHaveLength(extras);
    const note = notes[4]!;
    expect(note.kind === 'played' && note.sound.endSeconds).toBeCloseTo(extras ? 5.4 : 5.9);
  });

  test('the room’s tail of the note before', () => {
    const tail = (midi: number) => ({ ...tone(4.92, midi, 0.3), levelDb: -30 });
    const long = exact.map((note, n) => (n === 4 ? { ...note, onsetSeconds: 5.3 } : note));
    const withTail = (midi: number) =>
      [...long, tail(midi)].toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
    expect(followed(withTail(64)).extras).toHaveLength(0);
    expect(followed(withTail(71)).extras).toHaveLength(1);
  });

  test('a string that still rings, softer and not struck', () => {
    const plucked = exact.map((note) => ({ ...note, fadeDbPerSecond: 20 }));
    const strikes = plucked.map((note) => note.onsetSeconds);
    const ringing = { ...tone(5.5, 71, 0.4), levelDb: -30, fadeDbPerSecond: 20 };
    const withRinging = [...plucked, ringing].toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
    expect(followed(withRinging, strikes).extras).toHaveLength(0);
    expect(followed(withRinging, [...strikes, 5.5]).extras).toHaveLength(1);
  });
});

test('how long something without pitch sounded before a note is kept with it', () => {
  const late = exact.map((note, n) => (n === 4 ? { ...note, onsetSeconds: note.onsetSeconds + 0.2 } : note));
  const before = (levelDb: number) => {
    const levels = Array.from({ length: 280 }, (_, step) => (step >= 98 && step < 104 ? levelDb : -18));
    const note = follow(line, heardAs(late, [], levels), BPM).notes[4]!;
    return note.kind === 'played' ? note.unpitchedBeforeSeconds : Number.NaN;
  };
  // No tone looks longer for its pitch than that.
  expect(before(-18)).toBeCloseTo(LONGEST_UNSETTLED_SECONDS);
  // The outline holds peaks: what lies under the mean power of the note is the tail of the one before.
  expect(before(-22)).toBe(0);
  expect(before(-60)).toBe(0);
});

test.each([
  ['at its second head: it was started again', 2, 1],
  ['elsewhere: it wavers', 2.6, 0],
])('a likely start within a tie %s', (_, seconds, extras) => {
  const tied = lineOf(['C4q D4q~ D4h', 'E4w']);
  const heard = heardAs([
    tone(1, 60),
    tone(2, 62, seconds - 1),
    { ...tone(1 + seconds, 62, 3.9 - seconds), startStrength: 0.6 },
    tone(5, 64, 3.6),
  ]);
  expect(follow(tied, heard, BPM).extras).toHaveLength(extras);
});

test('a stop after a stroke is where its written value ends', () => {
  const drum = lineOf(['xq xq xq xq', 'xq xq xh']);
  const strikes = [1, 2, 3, 4, 7, 8, 9].map((onsetSeconds) => heardStrike(onsetSeconds));
  const [stop] = follow(drum, { ...heardAs([]), strikes }, BPM).interruptions;
  expect(stop).toMatchObject({ kind: 'pause', atSeconds: 5, seconds: 2 });
});

test.each([
  ['softer than the strokes: words', -22.5, 0],
  ['as loud as the strokes: a false start', -20, 1],
])('strokes of a sentence before the line, %s', (_, levelDb, restarts) => {
  const drum = lineOf(['xq xq xq xq', 'xq xq xh']);
  const stroke = (level: number) => (onsetSeconds: number) => heardStrike(onsetSeconds, { levelDb: level });
  const sentence = Array.from({ length: 6 }, (__, n) => ({ ...tone(2 + 0.2 * n, 45, 0.1), clarity: 0.8 }));
  const strikes = [...[2, 3].map(stroke(levelDb)), ...[5, 6, 7, 8, 9, 10, 11].map(stroke(-20))];
  const { interruptions } = follow(drum, { ...heardAs(sentence), strikes }, BPM);
  expect(interruptions.filter(({ kind }) => kind === 'restart')).toHaveLength(restarts);
});

test.each([
  ['alike', { unlikeDb: 1 }, 1],
  ['of quite another sound', { unlikeDb: 12 }, 0],
  ['softer and somewhat different, as a chair is', { unlikeDb: 4, levelDb: -30 }, 0],
  ['different, but no more than the others are', { unlikeDb: 2.5 }, 1],
])('a stroke between those of the line that is %s', (_, how, extras) => {
  const drum = lineOf(['xq xq xq xq', 'xq xq xh']);
  const stroke = (onsetSeconds: number) => heardStrike(onsetSeconds, { unlikeDb: 1 });
  const strikes = [1, 2, 3, 4, 5, 6, 7].map(stroke);
  strikes.splice(3, 0, { ...stroke(3.5), ...how });
  const { notes, extras: found } = follow(drum, { ...heardAs([]), strikes }, BPM);
  expect(found).toHaveLength(extras);
  expect(notes.every(({ kind }) => kind === 'played')).toBe(true);
});

describe('somebody else', () => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4q F4q E4h']);
  const played = [60, 62, 64, 65, 67, 65, 64].map((midi, index) =>
    heardTone(1 + index, midi, index === 6 ? 1.8 : 0.9, { glideSemitonesPerSecond: 0.1 }),
  );
  const vowel = (at: number) => heardTone(at, 58.4, 0.14, { glideSemitonesPerSecond: 5, levelDb: -30 });
  const withVowels = (...seconds: readonly number[]) =>
    heardAs([...played, ...seconds.map(vowel)].toSorted((a, b) => a.onsetSeconds - b.onsetSeconds));

  test('who talks beside the player puts nothing in, holds nothing back and is mentioned', () => {
    const { notes, extras, hasTalkBeside } = follow(line, withVowels(1.92, 2.93, 3.5, 5.95), BPM);
    expect(notes.map(({ kind }) => kind)).toEqual(notes.map(() => 'played'));
    expect(extras).toEqual([]);
    expect(hasTalkBeside).toBe(true);
    const [first] = notes;
    expect(first!.kind === 'played' && first!.soundedShare).toBeCloseTo(0.9, 1);
  });

  test('a foot that keeps the beat is mentioned, wherever no note starts with it', () => {
    const beats = Array.from({ length: 8 }, (_, beat) => 1.03 + beat);
    const footOf = (thumpsSeconds: readonly number[]) =>
      follow(line, { ...heardAs(played), thumpsSeconds }, BPM).hasFootBeside;
    expect(footOf(beats)).toBe(true);
    expect(footOf(beats.map((beat) => beat + 0.5))).toBe(false);
  });

  test('a vowel or two may be anything', () => {
    expect(follow(line, withVowels(2.95, 5.97), BPM).hasTalkBeside).toBe(false);
  });

  test('a vowel as loud as the notes is one of them: somebody sings', () => {
    const sung = played.map((tone) => ({ ...tone, glideSemitonesPerSecond: 3 }));
    const { notes, hasTalkBeside } = follow(line, heardAs(sung), BPM);
    expect(notes.every(({ kind }) => kind === 'played')).toBe(true);
    expect(hasTalkBeside).toBe(false);
  });
});

test.each<[string, Parameters<typeof heardStrike>[1]]>([
  ['a knee between the hands', { unlikeDb: 10 }],
  ['a soft hand between the hard ones', { levelDb: -32 }],
])('%s is a stroke where the written rhythm has one', (_, other) => {
  const drum = lineOf(['xq xq xq xq', 'xq xq xh']);
  const strikes = [1, 2, 3, 4, 5, 6, 7].map((at, index) =>
    heardStrike(at, { unlikeDb: 0.5, ...(index % 2 === 1 && other) }),
  );
  const { notes, extras, playedBpm } = follow(drum, { ...heardAs([]), strikes }, BPM);
  expect(notes.map(({ kind }) => kind)).toEqual(notes.map(() => 'played'));
  expect(extras).toEqual([]);
  expect(playedBpm).toBeCloseTo(BPM, 0);
});

describe('what may have been a stroke', () => {
  const drum = lineOf(['xq xq xq xq', 'xq xq xh']);
  const stroke = (onsetSeconds: number) => heardStrike(onsetSeconds, { unlikeDb: 1 });
  const heardWithDoubt = (strokes: readonly number[], doubtful: readonly number[]) =>
    follow(
      drum,
      {
        ...heardAs([]),
        strikes: strokes.map(stroke),
        doubtfulStrikes: doubtful.map((onsetSeconds) =>
          heardStrike(onsetSeconds, { levelDb: -22, startStrength: 0.2 }),
        ),
      },
      BPM,
    );

  test('is believed where one is written', () => {
    const { notes } = heardWithDoubt([1, 2, 3, 5, 6, 7], [4.02]);
    expect(notes[3]).toMatchObject({ kind: 'played', sound: { onsetSeconds: 4.02 } });
  });

  test('is nothing elsewhere', () => {
    const { notes, extras } = heardWithDoubt([1, 2, 3, 5, 6, 7], [4.5]);
    expect(extras).toHaveLength(0);
    expect(notes[3]).toMatchObject({ kind: 'missing' });
  });

  test('is believed less than the stroke after it, when it is much softer than the others', () => {
    const strikes = [1, 2, 3, 4, 5, 6, 7].map(stroke);
    strikes.splice(6, 0, { ...stroke(6.85), levelDb: -34 });
    const { notes, extras } = follow(drum, { ...heardAs([]), strikes }, BPM);
    expect(notes[6]).toMatchObject({ kind: 'played', sound: { onsetSeconds: 7 } });
    expect(extras).toHaveLength(0);
  });
});

test('measures that were jumped over are missing, and nobody stopped', () => {
  const longer = lineOf(['C4q D4q E4q F4q', 'G4q A4q B4q C5q', 'D4q F4q A4q D5q', 'C5w']);
  const played = writtenNotes(longer)
    .map((note, beat) =>
      tone(1 + beat, note.sound.kind === 'pitched' ? note.sound.midi : 60, 0.9 * note.beats),
    )
    .filter((_, n) => n < 4 || n >= 8)
    .map((note, n) => ({ ...note, onsetSeconds: 1 + n, endSeconds: note.endSeconds - (n < 4 ? 0 : 4) }));
  const { notes, interruptions } = follow(longer, heardAs(played), BPM);
  expect(notes.flatMap((note, n) => (note.kind === 'missing' ? [n] : []))).toEqual([4, 5, 6, 7]);
  expect(interruptions).toHaveLength(0);
});
