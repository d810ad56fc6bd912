import { bookLine } from '../../../../tests/support/lines';
import { perfectlyHeard } from '../../../../tests/support/perfectly-heard';
import { checkHeard } from '../../checking';
import { type Line, writtenVoices } from '../../notation';
import { type Flaw, type PlayedEvent, performVoices, STEADY_STYLE } from '../../simulation';
import { isLastPlayed, needsWork, nextStep, type Verdict, verdictInWords } from '..';

/** Two hands of a harp; hi-hat, snare and bass drum. */
const HANDS = bookLine(14);
const KIT = bookLine(15);
const BPM = 72;

/** A take in which everything is played as it is written, but for flaws and for what is changed afterwards. */
function verdictOf(
  line: Line,
  flaws: readonly Flaw[] = [],
  change: (event: PlayedEvent) => readonly PlayedEvent[] = (event) => [event],
): Verdict {
  const played = performVoices(line, { ...STEADY_STYLE, seed: 4, bpm: BPM, intonationCents: 0 }, flaws);
  const events = played.events.flatMap(change).toSorted((a, b) => a.onsetSeconds - b.onsetSeconds);
  return checkHeard(line, perfectlyHeard({ ...played, events }), BPM).verdict;
}

const noteOf = (line: Line, voice: number, index: number) => writtenVoices(line)[voice]![index]!;
const advice = (verdict: Verdict) => nextStep(verdict, { vocabulary: 'us', after: { kind: 'nothing' } });
const wordsOf = (line: Line, verdict: Verdict) =>
  verdictInWords(line, verdict, 'us').flatMap(({ name, sentences }) =>
    sentences.map((said) => `${name}: ${said}`),
  );
/** Measures that need work, of each voice. */
const weakOf = ({ voices = [] }: Verdict) =>
  Object.fromEntries(
    voices.map(({ name, measures }) => [
      name,
      measures.flatMap((cell) => (needsWork(cell) ? [cell.number] : [])),
    ]),
  );

test('what is played as it is written is right, in every voice, and nothing is too much', () => {
  for (const line of [HANDS, KIT]) {
    const verdict = verdictOf(line);
    expect({ state: verdict.state, extras: verdict.extras, said: wordsOf(line, verdict) }).toEqual({
      state: 'judged',
      extras: [],
      said: [],
    });
    expect(advice(verdict)).toBe('Every measure was right.');
    expect(Object.values(weakOf(verdict)).flat()).toEqual([]);
  }
});

test.each<[string, (line: Line) => Flaw, RegExp]>([
  [
    'left out',
    (line) => ({ kind: 'missing', noteId: noteOf(line, 1, 2).id }),
    /^measure 3: Left hand, beat 1: \w+ not heard\.$/,
  ],
  [
    'another one in its place',
    (line) => ({ kind: 'wrong', noteId: noteOf(line, 1, 2).id, semitones: 2 }),
    /^measure 3: Left hand, beat 1: \w+ instead of \w+\.$/,
  ],
  [
    'late',
    (line) => ({ kind: 'late', noteId: noteOf(line, 1, 2).id, beats: 0.45 }),
    /^measure 3: Left hand, beat 1: half a beat late \(0\.\d\d s\)\.$/,
  ],
])('one note of the left hand %s is named, by its hand, and in its hand alone', (_, flaw, said) => {
  const verdict = verdictOf(HANDS, [flaw(HANDS)]);
  const words = wordsOf(HANDS, verdict).filter((sentence) => !sentence.includes('come together'));
  expect(words).toEqual([expect.stringMatching(said)]);
  expect(weakOf(verdict)).toEqual({ 'right hand': [], 'left hand': [3] });
});

test.each([
  [0, 'right hand', 'left hand'],
  [1, 'left hand', 'right hand'],
])(
  'a hand that is not played at all is named, and the other one is right (voice %i)',
  (voice, silent, played) => {
    const verdict = verdictOf(HANDS, [{ kind: 'voice-silent', noteId: noteOf(HANDS, voice, 0).id }]);
    expect(advice(verdict)).toBe(
      `Mevlo did not hear the ${silent}. Play all of it together, or choose the step that is for one alone.`,
    );
    expect(weakOf(verdict)[played]).toEqual([]);
    expect(verdict.voices!.map(({ name, isSilent }) => [name, isSilent])).toContainEqual([silent, true]);
  },
);

test('a hand that comes half a beat behind is late in every measure, and its own pitches are right', () => {
  const verdict = verdictOf(HANDS, [{ kind: 'voice-late', noteId: noteOf(HANDS, 1, 0).id, beats: 0.5 }]);
  const left = verdict.notes.filter(({ voice }) => voice === 'left hand');
  expect(left.filter(({ onset }) => onset === 'late').length).toBeGreaterThan(0.9 * left.length);
  expect(left.every(({ pitch }) => pitch === 'right')).toBe(true);
  expect(verdict.apartMeasures?.length).toBeGreaterThan(5);
  expect(wordsOf(HANDS, verdict)).toContain('measure 2: The hands did not come together.');
});

test.each([
  ['right hand', 0],
  ['left hand', 1],
] as const)(
  'a %s that falls behind for two measures is late there, and nothing of the other one is off',
  (name, voice) => {
    const behind = new Set(
      writtenVoices(HANDS)
        [voice]!.filter(({ measureIndex }) => measureIndex === 3 || measureIndex === 4)
        .map(({ id }) => id),
    );
    const verdict = verdictOf(HANDS, [], (event) => [
      event.noteId !== undefined && behind.has(event.noteId)
        ? { ...event, onsetSeconds: event.onsetSeconds + 30 / BPM, endSeconds: event.endSeconds + 30 / BPM }
        : event,
    ]);
    const off = verdict.notes.filter(({ onset, pitch }) => onset !== 'on' || pitch !== 'right');
    expect(new Set(off.map((note) => note.voice))).toEqual(new Set([name]));
    expect(off.map(({ onset }) => onset).every((onset) => onset === 'late')).toBe(true);
    expect(off.length).toBe(behind.size);
  },
);

test('a pitch that is never heard in the whole take is held against nobody: the recording may not hold it', () => {
  const pitches = writtenVoices(HANDS)[1]!.map(({ sound }) => (sound.kind === 'pitched' ? sound.midi : 0));
  const times = (midi: number) => pitches.filter((one) => one === midi).length;
  const commonest = pitches.reduce((a, b) => (times(b) > times(a) ? b : a));
  expect(times(commonest)).toBeGreaterThanOrEqual(3);
  const deaf = verdictOf(HANDS, [], (event) =>
    event.midi !== undefined && Math.round(event.midi) === commonest ? [] : [event],
  );
  const unheard = deaf.notes.filter(({ writtenMidi }) => writtenMidi === commonest);
  expect(new Set(unheard.map(({ pitch }) => pitch))).toEqual(new Set(['unclear']));
  expect(deaf.measures.some(needsWork)).toBe(false);
});

test('bass drum and snare that are exchanged throughout are said to be, and the hi-hat is right', () => {
  const other = { 'bass-drum': 'snare', snare: 'bass-drum' } as const;
  const verdict = verdictOf(KIT, [], (event) => [
    event.drum === 'bass-drum' || event.drum === 'snare' ? { ...event, drum: other[event.drum] } : event,
  ]);
  expect(advice(verdict)).toMatch(
    /^(Bass drum and snare|Snare and bass drum) were exchanged\. Look which is which, and play it again\.$/,
  );
  expect(weakOf(verdict)['closed hi-hat']).toEqual([]);
});

const inSecond = writtenVoices(KIT)
  .flat()
  .filter(({ measureIndex }) => measureIndex === 1)
  .map(({ id }) => id);
const isInSecond = ({ noteId }: PlayedEvent) => noteId !== undefined && inSecond.includes(noteId);

test('a hi-hat that is left open is another sound, in its own strokes alone', () => {
  const verdict = verdictOf(KIT, [], (event) => [
    event.drum === 'closed-hi-hat' && isInSecond(event) ? { ...event, drum: 'open-hi-hat' } : event,
  ]);
  const words = wordsOf(KIT, verdict);
  expect(words.length).toBeGreaterThan(0);
  expect(words.every((said) => said.includes('open hi-hat instead of closed hi-hat'))).toBe(true);
  expect(weakOf(verdict)).toMatchObject({ 'bass drum': [], snare: [] });
});

test('a bass drum that is never struck is named; a note that nobody wrote is one too many', () => {
  const withoutKick = verdictOf(KIT, [], (event) => (event.drum === 'bass-drum' ? [] : [event]));
  expect(advice(withoutKick)).toMatch(/^Mevlo did not hear the bass drum\./);
  const beside = noteOf(HANDS, 1, 1);
  const withMore = verdictOf(HANDS, [], (event) =>
    event.noteId === beside.id
      ? [
          event,
          { ...event, noteId: undefined, midi: event.midi! + 6, onsetSeconds: event.onsetSeconds + 0.42 },
        ]
      : [event],
  );
  expect(withMore.extras).toHaveLength(1);
  expect(withMore.measures[1]!.rhythmNeedsWork).toBe(true);
});

test('a stop stops both hands and is said once; nothing else is wrong', () => {
  const verdict = verdictOf(HANDS, [{ kind: 'pause-before', noteId: noteOf(HANDS, 0, 9).id, seconds: 1.6 }]);
  expect(verdict.interruptions.map(({ kind }) => kind)).toEqual(['pause']);
  expect(verdict.notes.filter(({ pitch, onset }) => pitch !== 'right' || onset !== 'on')).toEqual([]);
});

test('silence, and another piece, are not judged', () => {
  const nothing = checkHeard(HANDS, perfectlyHeard({ events: [], durationSeconds: 10 }), BPM).verdict;
  expect(nothing.state).toBe('nothing-heard');
  expect(advice(nothing)).toContain('could not hear this line');
  const another = verdictOf(HANDS, [], (event) => [{ ...event, midi: event.midi! + 6 }]);
  expect(another.state).not.toBe('judged');
});

test('the line is through when each hand has played what it has last', () => {
  const notes = (playedBeats: readonly number[]) => [
    ...[1, 2, 3].map((beat) => ({
      beat,
      voice: 'right hand',
      played: playedBeats.includes(beat) ? {} : undefined,
    })),
    { beat: 1, voice: 'left hand', played: playedBeats.includes(1) ? {} : undefined },
  ];
  const isThrough = (playedBeats: readonly number[]) =>
    isLastPlayed({ notes: notes(playedBeats) } as unknown as Verdict);
  expect(isThrough([1, 2])).toBe(false);
  expect(isThrough([2, 3])).toBe(false);
  expect(isThrough([1, 2, 3])).toBe(true);
});
