import { check } from '@/core/checking';
import { needsWork } from '@/core/judging';
import { hear } from '@/core/listening';
import { writtenNotes } from '@/core/notation';
import { type Flaw, type Performance, perform, STEADY_STYLE } from '@/core/simulation';
import { aubioNotes } from '../support/aubio';
import { GM_PROGRAM, renderWithFluidSynth } from '../support/fluidsynth';
import { bookLine } from '../support/lines';

// FluidSynth (Debian) with the General MIDI sound font TimGM6mb (Debian): sampled sounds that Mevlo did not make.

const play = (number: number, flaws: readonly Flaw[] = []): Performance => {
  const line = bookLine(number);
  return perform(
    line,
    { ...STEADY_STYLE, seed: number, bpm: line.part.tempo!.bpm, intonationCents: 0 },
    flaws,
  );
};

test.each([
  ['oboe', 6],
  ['clarinet', 5],
  ['clarinet', 11],
  ['flute', 5],
  ['violin', 7],
  ['recorder', 9],
  ['trombone', 12],
] as const)('%s playing line %i is heard with the right notes', (name, number) => {
  const line = bookLine(number);
  const { verdict } = check(line, renderWithFluidSynth(play(number), GM_PROGRAM[name]), line.part.tempo!.bpm);
  expect(verdict.notes.filter((note) => note.pitch !== 'right' || note.onset !== 'on')).toEqual([]);
  expect(Math.abs(verdict.tempo.playedBpm! / line.part.tempo!.bpm - 1)).toBeLessThan(0.02);
});

test('a wrong and a late note of a sampled clarinet are found in their measures', () => {
  const line = bookLine(6);
  const flaws: Flaw[] = [
    { kind: 'wrong', noteId: 'm2n2', semitones: -2 },
    { kind: 'late', noteId: 'm6n3', beats: 0.4 },
  ];
  const { verdict } = check(line, renderWithFluidSynth(play(6, flaws), GM_PROGRAM.clarinet), 92);
  const weak = verdict.measures.filter(needsWork).map((m) => m.number);
  expect(weak).toEqual([2, 6]);
});

describe('sampled strings that all ring on to the end', () => {
  const ringing = (performance: Performance): Performance => ({
    ...performance,
    events: performance.events.map((event) => ({
      ...event,
      endSeconds:
        // The same string played again is damped by the hand that plucks it.
        performance.events.find(
          (later) => later.midi === event.midi && later.onsetSeconds > event.onsetSeconds,
        )?.onsetSeconds ?? performance.durationSeconds,
    })),
  });

  test.each([
    ['harp', 5],
    ['harp', 6],
    ['harp', 11],
    ['guitar', 4],
  ] as const)('%s playing line %i is heard with the right notes', (name, number) => {
    const line = bookLine(number);
    const audio = renderWithFluidSynth(ringing(play(number)), GM_PROGRAM[name]);
    const { verdict } = check(line, audio, line.part.tempo!.bpm);
    expect(verdict.notes.filter((note) => note.pitch !== 'right' || note.onset !== 'on')).toEqual([]);
    expect(verdict.extras).toEqual([]);
  });

  test('a wrong note of it is found', () => {
    const line = bookLine(6);
    const played = ringing(play(6, [{ kind: 'wrong', noteId: 'm2n2', semitones: -2 }]));
    const { verdict } = check(line, renderWithFluidSynth(played, GM_PROGRAM.harp), 92);
    expect(verdict.measures.filter(needsWork).map((m) => m.number)).toEqual([2]);
  });
});

describe('aubio (Debian) as a second opinion on the same file', () => {
  test.each([
    ['clarinet', 1],
    ['clarinet', 5],
    ['oboe', 6],
  ] as const)('%s, line %i: what aubio finds, Mevlo finds too', (name, number) => {
    const audio = renderWithFluidSynth(play(number), GM_PROGRAM[name]);
    const second = aubioNotes(audio);
    const { tones } = hear(audio);
    expect(second.length).toBeGreaterThan(writtenNotes(bookLine(number)).length / 2);
    const shared = second.filter((note) =>
      tones.some(
        (own) =>
          Math.abs(own.midi - note.midi) < 0.6 && Math.abs(own.onsetSeconds - note.onsetSeconds) < 0.12,
      ),
    );
    // aubio itself errs now and then (most on the font's flute, whose tremolo it takes for new notes): nine of ten is agreement.
    expect(shared.length / second.length).toBeGreaterThanOrEqual(0.9);
  });
});
