import { bookLine, readBook } from '../../../tests/support/lines';
import type { InstrumentId } from '../instruments';
import { type Line, writtenNotes } from '../notation';
import {
  chooseFlaws,
  type Flaw,
  type FlawKind,
  performVoices,
  QUIET_ROOM,
  type Recording,
  render,
  STEADY_STYLE,
} from '../simulation';
import { check, severalAtOnce, toCheckContract } from '.';

/** Enough for every instrument here, and quick to render; cymbals sound higher. */
const RATE = 16000;
const KIT_RATE = 22050;

function take(
  line: Line,
  flaws: readonly Flaw[],
  seed: number,
  options: Partial<Recording> & { instrument?: InstrumentId; bpm?: number; tuning?: number } = {},
) {
  const { instrument, bpm, tuning, ...room } = options;
  const isUnpitched = writtenNotes(line).every((note) => note.sound.kind === 'unpitched');
  const several = severalAtOnce(line);
  const style = { ...STEADY_STYLE, seed, bpm: bpm ?? line.part.tempo!.bpm, tuningCents: tuning ?? 0 };
  const player =
    instrument ??
    (several ? line.part.instrument : undefined) ??
    (isUnpitched ? 'clap' : line.part.measures[0]!.clef === 'bass' ? 'trombone' : 'flute');
  return render(performVoices(line, style, flaws), player, {
    ...QUIET_ROOM,
    sampleRate: several === 'drums' ? KIT_RATE : RATE,
    ...room,
    seed,
  });
}

const verdictOn = (line: Line, audio: ReturnType<typeof take>) =>
  check(line, audio, line.part.tempo!.bpm).verdict;
const weak = (verdict: ReturnType<typeof verdictOn>) =>
  verdict.measures.flatMap((m, index) => (m.notesNeedWork || m.rhythmNeedsWork ? [index] : []));

describe('a clean take is clean', () => {
  test.each(readBook().map(({ file, line }) => [file, line] as const))('%s', (_, line) => {
    const verdict = verdictOn(line, take(line, [], 1));
    expect(weak(verdict)).toEqual([]);
    expect(verdict.extras).toEqual([]);
    expect(verdict.interruptions).toEqual([]);
    expect(verdict.tempo.playedBpm! / line.part.tempo!.bpm).toBeCloseTo(1, 1);
  });

  test.each<[string, Parameters<typeof take>[3]]>([
    ['in a reverberant room', { reverbSeconds: 0.35 }],
    ['in noise', { noiseDb: -38 }],
    ['quietly', { peakDb: -36 }],
    ['tuned low', { tuning: -45 }],
    ['tuned high', { tuning: 45 }],
    ['slower than asked', { bpm: 62 }],
    ['faster than asked', { bpm: 108 }],
    ['on the clarinet', { instrument: 'clarinet' }],
    ['on the violin', { instrument: 'violin' }],
    ['sung', { instrument: 'voice' }],
  ])('%s', (_, options) => {
    const line = bookLine(5);
    expect(weak(verdictOn(line, take(line, [], 3, options)))).toEqual([]);
  });
});

test.each([1, 4, 5])('line %i cut tight, with hardly any silence in it, is heard as well', (number) => {
  const line = bookLine(number);
  const { samples, sampleRate } = take(line, [], 6, { reverbSeconds: 0.3 });
  const lead = Math.round((STEADY_STYLE.leadSeconds - 0.05) * sampleRate);
  const end = samples.findLastIndex((sample) => Math.abs(sample) > 0.05);
  expect(weak(verdictOn(line, { samples: samples.slice(lead, end), sampleRate }))).toEqual([]);
});

describe('what a busy device dropped is not heard as mistakes', () => {
  // A sound system loses whole blocks, usually of 10 ms.
  const withHoles = (audio: ReturnType<typeof take>, everySeconds: number) => {
    const samples = audio.samples.slice();
    const block = Math.round(0.01 * audio.sampleRate);
    for (let at = 0; at < samples.length; at += Math.round(everySeconds * audio.sampleRate)) {
      samples.fill(0, at, at + block);
    }
    return { ...audio, samples };
  };

  test.each([4, 6, 7, 9])('line %i, a block every 0.61 s', (number) => {
    const line = bookLine(number);
    expect(weak(verdictOn(line, withHoles(take(line, [], 5), 0.61)))).toEqual([]);
  });
});

describe('every flaw is found in its own measure', () => {
  const kinds: readonly FlawKind[] = [
    'wrong',
    'missing',
    'late',
    'early',
    'cut-short',
    'extra-after',
    'tie-restruck',
  ];
  const lines = [4, 6, 7, 12];
  test.each(kinds.flatMap((kind) => lines.map((number) => [kind, number] as const)))(
    '%s in line %i',
    (kind, number) => {
      const line = bookLine(number);
      const flaws = chooseFlaws(line, [kind], number);
      // Not every line has a tie to strike again.
      if (flaws.length === 0) return expect(kind).toBe('tie-restruck');
      const guilty = writtenNotes(line).find((note) => note.id === flaws[0]!.noteId)!.measureIndex;
      return expect(weak(verdictOn(line, take(line, flaws, number)))).toEqual([guilty]);
    },
  );

  test.each([4, 6, 9])('a pause in line %i is found, and the notes after it are on time', (number) => {
    const line = bookLine(number);
    const verdict = verdictOn(line, take(line, chooseFlaws(line, ['pause-before'], 2), 2));
    expect(verdict.interruptions.map((stop) => stop.kind)).toEqual(['pause']);
    expect(verdict.notes.every((note) => note.onset === 'on' && note.pitch !== 'missing')).toBe(true);
  });

  test.each([4, 5, 12])('a restart in line %i is found, and the second try counts', (number) => {
    const line = bookLine(number);
    const verdict = verdictOn(line, take(line, chooseFlaws(line, ['restart-after'], 3), 3));
    expect(verdict.interruptions.map((stop) => stop.kind)).toEqual(['restart']);
    expect(verdict.notes.every((note) => note.onset === 'on' && note.pitch !== 'missing')).toBe(true);
    expect(verdict.extras).toEqual([]);
  });
});

test('an unfinished take is missing from where it ended', () => {
  const line = bookLine(5);
  const flaws = writtenNotes(line)
    .filter((note) => note.measureIndex >= 5)
    .map((note): Flaw => ({ kind: 'missing', noteId: note.id }));
  expect(weak(verdictOn(line, take(line, flaws, 4)))).toEqual([5, 6, 7, 8]);
});

test('another tune altogether is not blamed note by note', () => {
  const line = bookLine(12);
  const verdict = check(line, { samples: new Float32Array(RATE * 5), sampleRate: RATE }, 76).verdict;
  expect(verdict.state).toBe('nothing-heard');
});

test('equal samples give equal checks, and the contract is complete', () => {
  const line = bookLine(9);
  const audio = take(line, chooseFlaws(line, ['wrong', 'late', 'pause-before'], 1), 1);
  const first = check(line, audio, 96);
  expect(check(line, audio, 96)).toEqual(first);
  const contract = JSON.parse(JSON.stringify(toCheckContract(first.verdict)));
  expect(contract).toMatchObject({
    schema: 'mevlo.check/1',
    tempo: { asked: 96, beatUnit: 'quarter' },
    tuning: { cents: expect.any(Number) },
  });
  expect(contract.notes.map((note: { id: string }) => note.id)).toEqual(
    writtenNotes(line).map((note) => note.id),
  );
  expect(contract.measures.map((m: { number: number }) => m.number)).toEqual(
    first.verdict.measures.map((_, index) => index + 1),
  );
});
