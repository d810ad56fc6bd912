import { bookLine, lineOf, readBook } from '../../../tests/support/lines';
import { hear } from '../listening';
import { voiceCountOf, writtenNotes, writtenVoices } from '../notation';
import { midiToHertz } from '../pitch';
import { toNumber } from '../time';
import {
  chooseFlaws,
  type Flaw,
  flawKindsOf,
  perform,
  performVoices,
  QUIET_ROOM,
  render,
  renderTaps,
  STEADY_STYLE,
} from '.';

const exact = { ...STEADY_STYLE, seed: 1, bpm: 60, timingSeconds: 0, tempoWander: 0, intonationCents: 0 };

test('an exact player starts every note at its written time and pitch', () => {
  const line = lineOf(['C4q D4e E4e F4h', 'G4h. Rq'], { transpose: -2 });
  const { events } = perform(line, exact);
  expect(events.map((event) => event.onsetSeconds)).toEqual([1, 2, 2.5, 3, 5]);
  expect(events.map((event) => event.midi)).toEqual([58, 60, 62, 63, 65]);
});

test('equal seeds play and sound the same, other seeds do not', () => {
  const line = bookLine(5);
  const sound = (seed: number) =>
    Buffer.from(
      render(perform(line, { ...exact, ...STEADY_STYLE, seed }), 'flute', { ...QUIET_ROOM, seed }).samples
        .buffer,
    );
  expect(Buffer.compare(sound(4), sound(4))).toBe(0);
  expect(Buffer.compare(sound(4), sound(5))).not.toBe(0);
});

test('a rit. gets slower note by note and a fermata is longer than written', () => {
  const rit = '<direction><direction-type><words>rit.</words></direction-type></direction>';
  const { events } = perform(lineOf(['C4q C4q C4q C4q', `${rit} C4q C4q C4q C4q^`]), exact);
  const gaps = events.slice(1).map((event, index) => event.onsetSeconds - events[index]!.onsetSeconds);
  expect(gaps.slice(0, 4).every((gap) => Math.abs(gap - 1) < 1e-9)).toBe(true);
  expect(gaps[5]!).toBeGreaterThan(gaps[4]!);
  expect(gaps[6]!).toBeGreaterThan(gaps[5]!);
  const last = events.at(-1)!;
  expect(last.endSeconds - last.onsetSeconds).toBeGreaterThan(1.5);
});

describe('flaws', () => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4h A4h', 'B4q C5q~ C5h']);
  const played = (flaw: Flaw) => perform(line, exact, [flaw]).events;
  const clean = perform(line, exact).events;
  const byNote = (events: typeof clean, id: string) => events.filter((event) => event.noteId === id);

  test.each<[Flaw, (events: typeof clean) => unknown, unknown]>([
    [{ kind: 'wrong', noteId: 'm1n2', semitones: 1 }, (e) => byNote(e, 'm1n2')[0]!.midi, 63],
    [{ kind: 'missing', noteId: 'm1n2' }, (e) => byNote(e, 'm1n2').length, 0],
    [{ kind: 'late', noteId: 'm1n2', beats: 0.4 }, (e) => byNote(e, 'm1n2')[0]!.onsetSeconds, 2.4],
    [{ kind: 'early', noteId: 'm1n2', beats: 0.4 }, (e) => byNote(e, 'm1n2')[0]!.onsetSeconds, 1.6],
    [{ kind: 'cut-short', noteId: 'm2n1', keptShare: 0.4 }, (e) => byNote(e, 'm2n1')[0]!.endSeconds, 5.8],
    [{ kind: 'pause-before', noteId: 'm2n1', seconds: 2 }, (e) => byNote(e, 'm2n1')[0]!.onsetSeconds, 7],
    [{ kind: 'tie-restruck', noteId: 'm3n2' }, (e) => e.length, clean.length + 1],
    [
      { kind: 'extra-after', noteId: 'm1n2', semitones: 2 },
      (e) => e.find((x) => x.noteId === undefined)!.midi,
      64,
    ],
    [
      { kind: 'restart-after', noteId: 'm2n1', backToNoteId: 'm1n1', seconds: 1 },
      (e) => byNote(e, 'm1n1').length,
      2,
    ],
  ])('%j', (flaw, measure, expected) => {
    expect(measure(played(flaw))).toEqual(expected);
  });

  test('a flaw at a note that is not there is refused', () => {
    expect(() => played({ kind: 'missing', noteId: 'm9n9' })).toThrow(
      'flaw must name a note of the line, got "m9n9"',
    );
  });

  test('chosen flaws lie in different measures, and nobody plays two notes at once', () => {
    for (const { line } of readBook().filter(({ line }) => voiceCountOf(line.part) === 1)) {
      const flaws = chooseFlaws(line, ['wrong', 'late', 'missing', 'early', 'cut-short'], 5);
      const measures = flaws.map(
        (flaw) => writtenNotes(line).find((note) => note.id === flaw.noteId)!.measureIndex,
      );
      expect(new Set(measures).size).toBe(measures.length);
      const { events } = perform(line, { ...STEADY_STYLE, seed: 5, bpm: 80 }, flaws);
      for (let n = 1; n < events.length; n++) {
        expect(events[n - 1]!.endSeconds).toBeLessThanOrEqual(events[n]!.onsetSeconds + 0.0151);
      }
    }
  });
});

test('the rendered tone has the asked level and repeats at its period', () => {
  const line = lineOf(['A4w']);
  const { samples, sampleRate } = render(perform(line, exact), 'clarinet', {
    ...QUIET_ROOM,
    noiseDb: undefined,
    seed: 1,
  });
  const peak = samples.reduce((loudest, sample) => Math.max(loudest, Math.abs(sample)), 0);
  expect(20 * Math.log10(peak)).toBeCloseTo(QUIET_ROOM.peakDb, 3);
  // One period later the wave is the same.
  const period = Math.round((10 * sampleRate) / midiToHertz(69)) / 10;
  for (let n = 2 * sampleRate; n < 2.1 * sampleRate; n++) {
    const later = n + 10 * period;
    expect(Math.abs(samples[n]! - samples[Math.round(later)]!)).toBeLessThan(0.05);
  }
});

test('taps are heard where they were tapped', () => {
  const taps = [0.5, 1, 1.25, 2.4];
  const { strikes } = hear(renderTaps(taps, 3.5));
  expect(strikes).toHaveLength(taps.length);
  strikes.forEach(({ onsetSeconds }, index) => {
    expect(Math.abs(onsetSeconds - taps[index]!)).toBeLessThan(0.02);
  });
});

describe('several voices', () => {
  const HANDS = bookLine(14);
  const left = writtenVoices(HANDS)[1]!;
  const all = (flaws: readonly Flaw[] = []) =>
    performVoices(HANDS, { ...STEADY_STYLE, seed: 2, bpm: 80, timingSeconds: 0, tempoWander: 0 }, flaws)
      .events;
  const onsetOf = (events: ReturnType<typeof all>, id: string) =>
    events.find(({ noteId }) => noteId === id)?.onsetSeconds;

  test('every head of every voice is played, in its time', () => {
    const heads = writtenVoices(HANDS)
      .flat()
      .flatMap((note) => note.heads.map(() => note.id));
    expect(
      all()
        .map(({ noteId }) => noteId)
        .sort(),
    ).toEqual([...heads].sort());
  });

  test('a line of one voice is played as ever', () => {
    const line = bookLine(5);
    const style = { ...STEADY_STYLE, seed: 3, bpm: 70 };
    expect(performVoices(line, style).events).toEqual(perform(line, style).events);
  });

  test('a voice can be silent, or half a beat behind, without the other one', () => {
    const silent = all([{ kind: 'voice-silent', noteId: left[0]!.id }]);
    expect(silent.some(({ noteId }) => left.some(({ id }) => id === noteId))).toBe(false);
    const late = all([{ kind: 'voice-late', noteId: left[0]!.id, beats: 0.5 }]);
    const right = writtenVoices(HANDS)[0]![3]!.id;
    expect(onsetOf(late, left[2]!.id)! - onsetOf(all(), left[2]!.id)!).toBeCloseTo(0.375, 5);
    expect(onsetOf(late, right)).toBe(onsetOf(all(), right));
  });

  test('a stop stops every voice; going back in several is refused', () => {
    const stopped = all([{ kind: 'pause-before', noteId: left[3]!.id, seconds: 1 }]);
    for (const { id, onsetQuarters } of writtenVoices(HANDS).flat()) {
      const isBehind = toNumber(onsetQuarters) >= toNumber(left[3]!.onsetQuarters);
      expect(onsetOf(stopped, id)! - onsetOf(all(), id)!).toBeCloseTo(isBehind ? 1 : 0, 5);
    }
    const back = {
      kind: 'restart-after',
      noteId: left[3]!.id,
      backToNoteId: left[1]!.id,
      seconds: 1,
    } as const;
    expect(() => all([back])).toThrow('nobody goes back in a line of several voices here');
    expect(() => all([{ kind: 'missing', noteId: 'nowhere' }])).toThrow('must name a note of the line');
  });

  test.each([
    [14, ['voice-silent', 'voice-late'], ['restart-after', 'cut-short']],
    [5, ['restart-after', 'cut-short'], ['voice-silent', 'voice-late']],
  ] as const)('in line %i %j may go wrong, and %j may not', (number, possible, impossible) => {
    const kinds = flawKindsOf(bookLine(number));
    expect(possible.every((kind) => kinds.includes(kind))).toBe(true);
    expect(impossible.some((kind) => kinds.includes(kind))).toBe(false);
  });
});
