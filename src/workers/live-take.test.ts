import { check } from '@/core/checking';
import { USUAL_COUNT_IN } from '@/core/counting';
import { fromPcm, toPcm } from '@/core/signal';
import { type Flaw, perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { bookLine } from '../../tests/support/lines';
import { type LiveNews, LiveTake } from './live-take';

const line = bookLine(5);
const BPM = 84;
const RATE = 22050;
const BLOCK = 1024;
/** As long as the session waits for another sound. */
const SILENCE_SECONDS = 0.25;

/** A take as the recorder keeps it, and when its notes end. */
function played(flaws: readonly Flaw[] = [], bpm = BPM) {
  const performance = perform(line, { ...STEADY_STYLE, seed: 4, bpm }, flaws);
  const sound = render(performance, 'flute', { ...QUIET_ROOM, sampleRate: RATE, seed: 4 });
  return { samples: fromPcm(toPcm(sound.samples)), ends: performance.events.map((one) => one.endSeconds) };
}

function listenTo(samples: Float32Array, onNews: (news: LiveNews) => void = () => {}) {
  const take = new LiveTake(
    {
      ...{ line, askedBpm: BPM, strictness: 'usual', sampleRate: RATE, skippedSamples: 0 },
      alongside: {
        startSeconds: 0,
        countIn: USUAL_COUNT_IN,
        click: { gain: 0, whilePlaying: false },
        model: undefined,
        backing: undefined,
      },
      accompaniment: { model: undefined, backing: undefined },
      mostSamples: 4 * samples.length,
    },
    onNews,
  );
  const hear = (from: number, to: number) => {
    for (let at = from; at < to; at += BLOCK) take.hear(samples.slice(at, Math.min(to, at + BLOCK)));
  };
  return { take, hear };
}

const sampleAt = (seconds: number) => Math.round((seconds + SILENCE_SECONDS) * RATE);
const verdictOf = (samples: Float32Array) => check(line, { samples, sampleRate: RATE }, BPM).verdict;

test.each([
  ['a clean take', []],
  ['a wrong note', [{ kind: 'wrong', noteId: 'm2n2', semitones: 2 }]],
] as const)(
  '%s ends a moment after its last note, and is judged as any machine judges what is kept',
  (_, flaws) => {
    const { samples, ends } = played(flaws);
    const { take, hear } = listenTo(samples);
    const until = sampleAt(ends.at(-1)!);
    hear(0, Math.round(samples.length / 2));
    take.warmUp();
    hear(Math.round(samples.length / 2), until);
    const ended = take.endIfThrough()!;
    expect(ended.samples).toBe(until);
    expect(ended.check.verdict).toEqual(verdictOf(samples.slice(0, until)));
    // Nothing of the verdict hangs on the silence after it.
    const flags = ({ measures, notes }: typeof ended.check.verdict) => [
      measures.map((one) => [one.notesRight, one.rhythmRight]),
      notes.map((one) => [one.pitch, one.onset, one.length]),
    ];
    expect(flags(ended.check.verdict)).toEqual(flags(verdictOf(samples)));
  },
);

test('who pauses before the end is not through; what was heard before counts when it goes on', () => {
  const { samples, ends } = played();
  const { take, hear } = listenTo(samples);
  const pause = sampleAt(ends[Math.round(ends.length / 2)]!);
  hear(0, pause);
  expect(take.endIfThrough()).toBeUndefined();
  hear(pause, samples.length);
  expect(take.finish().verdict).toEqual(verdictOf(samples));
});

test('what sounds is told block by block, after the way back through the microphone', () => {
  const { samples } = played();
  const news: LiveNews[] = [];
  listenTo(samples, (one) => news.push(one)).hear(0, 20 * BLOCK);
  expect(news[0]).toEqual({ kind: 'path', path: undefined });
  expect(news.filter(({ kind }) => kind === 'now')).toHaveLength(19);
});
