import { planTake } from '../../../tests/evaluation/take';
import { bookLine, lineOf, readBook } from '../../../tests/support/lines';
import { USUAL_COUNT_IN } from '../counting';
import { lineWithOthers, writtenNotes } from '../notation';
import { changeMetronome, metronomeClick, startMetronome, TempoMap } from '../tempo';
import { beatUnit, meter, toNumber } from '../time';
import { clicksOfLine, harmonise, playBacking, playModel, renderClicks, roundClick } from '.';
import { playOthers } from './backing';
import { maybeTonic, rubs } from './harmony';

const NAMES = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'];

function chords(measures: readonly string[], options = {}): string | undefined {
  return harmonise(lineOf(measures, options))
    ?.map(({ rootClass, mode, beat }, index, all) => {
      const before = all[index - 1];
      if (beat > 0 && before?.rootClass === rootClass && before.mode === mode) return '';
      return `${beat > 0 ? '>' : ''}${NAMES[rootClass]}${mode === 'minor' ? 'm' : ''}`;
    })
    .filter((name) => name !== '')
    .join(' ');
}

// Broken triads have the chord they are broken from; a line ends on its tonic (common practice).
test.each([
  ['broken triads of the key', ['C4q E4q G4h', 'F4q A4q C5h', 'G4q B4q D5h', 'C4w'], {}, 'C F G C'],
  ['in G', ['G4q B4q D5h', 'C5q E5q G5h', 'D5q A4q F#4h', 'G4w'], { fifths: 1 }, 'G C D G'],
  ['a minor line', ['A4q C5q E5h', 'D5q F5q A5h', 'E5q G#5q B5h', 'A4w'], {}, 'Am Dm E Am'],
  ['sounding where a clarinet sounds', ['C4q E4q G4h', 'C4w'], { transpose: -2 }, 'B♭ B♭'],
  [
    'another chord within a measure, where the melody wants it',
    ['C4h F4h', 'G4h B4h', 'C4w'],
    {},
    'C >F G C',
  ],
  ['B, A and G are in G', ['B4q A4q G4h', 'B4q A4q G4h', 'A4h A4h', 'G4w'], {}, 'G G D G'],
  [
    'dorian ends on its own chord',
    ['D4q E4q F4q G4q', 'A4q B4q A4h', 'E4q C4q E4h', 'D4w'],
    {},
    'Dm Dm C Dm',
  ],
])('%s', (_, measures, options, expected) => {
  expect(chords(measures, options)).toBe(expected);
});

// No note of a beat and more is rubbed against: tunes of the demo book, and of the evaluation.
test('a bank of tunes has no clash between a long note and its backing', () => {
  const bank = [
    ...readBook().map(({ line }) => line),
    ...Array.from({ length: 190 }, (_, seed) => planTake(11_001 + seed).line),
  ].filter((line) => harmonise(line) !== undefined);
  expect(bank.length).toBeGreaterThan(150);
  const clashes: string[] = [];
  for (const [index, line] of bank.entries()) {
    const tempo = new TempoMap(line, 72);
    const unit = toNumber(beatUnit(line.part.measures[0]!.meter).quarters);
    const backing = playBacking(line, 72, 'chords')!.events;
    for (const { sound, onsetQuarters, lengthQuarters } of writtenNotes(line)) {
      if (sound.kind !== 'pitched' || toNumber(lengthQuarters) < unit) continue;
      const from = tempo.seconds(toNumber(onsetQuarters));
      const to = tempo.seconds(toNumber(onsetQuarters) + toNumber(lengthQuarters));
      for (const { midi, onsetSeconds, endSeconds } of backing) {
        const isTogether = onsetSeconds < to - 1e-6 && endSeconds > from + 1e-6;
        if (isTogether && rubs(midi! % 12, [sound.midi % 12]))
          clashes.push(`tune ${index} at ${from.toFixed(1)} s`);
      }
    }
  }
  expect(clashes).toEqual([]);
});

test.each(readBook().flatMap(({ file, line }) => (maybeTonic(line) ? [[file, line] as const] : [])))(
  'the chords of %s end at home',
  (_, line) => {
    expect(harmonise(line)!.at(-1)!.rootClass).toBe(maybeTonic(line)!.rootClass);
  },
);

test('a line without pitch has neither chords nor drone', () => {
  expect(harmonise(bookLine(3))).toBeUndefined();
  expect(playBacking(bookLine(3), 80, 'drone')).toBeUndefined();
});

test.each(readBook().map(({ file, line }) => [file, line] as const))(
  '%s: every backing ends with the line and keeps under it',
  (_, line) => {
    for (const kind of ['drone', 'chords'] as const) {
      const backing = playBacking(line, 72, kind);
      if (!backing) continue;
      for (const { onsetSeconds, endSeconds, midi } of backing.events) {
        expect(onsetSeconds).toBeGreaterThanOrEqual(0);
        expect(endSeconds).toBeGreaterThan(onsetSeconds);
        expect(endSeconds).toBeLessThanOrEqual(backing.lineSeconds + 1e-9);
        expect(midi).toBeGreaterThanOrEqual(40);
        expect(midi).toBeLessThan(67);
      }
    }
  },
);

describe('the clicks of a line', () => {
  const said = (measures: readonly string[], options: { meter: string }, count: number) => {
    const clicks = clicksOfLine(lineOf(measures, options), 60, USUAL_COUNT_IN);
    return Array.from({ length: count }, (_, index) => {
      const { word, kind, seconds } = roundClick(clicks, index);
      return `${kind === 'downbeat' ? '|' : ''}${word}@${seconds}`;
    }).join(' ');
  };
  test('a pickup is counted into its measure, and its missing beat ends the last one', () => {
    // Count-in 1 2 3 1 2, the pickup on 3, two measures, the last one a beat short.
    expect(said(['C4q', 'C4h.', 'C4h'], { meter: '3/4' }, 13)).toBe(
      '|1@0 2@1 3@2 |1@3 2@4 3@5 |1@6 2@7 3@8 |1@9 2@10 3@11 |1@12',
    );
  });
  test('an off-beat pickup has no click of its own', () => {
    expect(said(['C4e', 'C4h'], { meter: '2/4' }, 6)).toBe('|1@0 2@1 |1@2 2@3 |1@4 2@5');
  });
  test('a change of meter changes the clicks', () => {
    const line = lineOf(['C4h', 'C4h'], { meter: '2/4' });
    const [first] = line.part.measures;
    const [second] = lineOf(['C4h.'], { meter: '3/4' }).part.measures;
    const changed = { ...line, part: { ...line.part, measures: [first!, { ...second!, number: 2 }] } };
    const { clicks, countInClicks } = clicksOfLine(changed, 60, USUAL_COUNT_IN);
    expect(clicks.slice(countInClicks).map(({ beat }) => beat)).toEqual([1, 2, 1, 2, 3]);
  });
  test('under a rit. they come later and later, and at the end they agree with the model', () => {
    const { clicks, lineSeconds, countInSeconds, countInClicks } = clicksOfLine(bookLine(7), 72, undefined);
    expect([countInSeconds, countInClicks]).toEqual([0, 0]);
    const steps = clicks.slice(1).map(({ seconds }, index) => seconds - clicks[index]!.seconds);
    expect(Math.min(...steps)).toBeGreaterThan(60 / 72 - 1e-9);
    expect(lineSeconds).toBeGreaterThan(clicks.at(-1)!.seconds);
  });
});

test.each(readBook().map(({ file, line }) => [file, line] as const))(
  '%s: rounds follow each other without a gap, and notes on a beat have their click',
  (_, line) => {
    const clicks = clicksOfLine(line, 80, USUAL_COUNT_IN);
    let before = -1;
    for (let index = 0; index < 3 * clicks.clicks.length; index++) {
      const { seconds } = roundClick(clicks, index);
      expect(seconds - before).toBeGreaterThan(0.1);
      before = seconds;
    }
    const first = writtenNotes(line)[0]!;
    if (!Number.isInteger(first.beat)) return;
    const at = clicks.countInSeconds + (toNumber(first.onsetQuarters) * clicks.beatSeconds) / 1;
    const unitQuarters =
      clicks.beatsPerMeasure === 2 && line.part.measures[0]!.meter.beatType === 8 ? 1.5 : 1;
    const expected = clicks.countInSeconds + (at - clicks.countInSeconds) / unitQuarters;
    expect(clicks.clicks.some(({ seconds }) => Math.abs(seconds - expected) < 1e-6)).toBe(true);
  },
);

// One click a beat (common practice); the grid is its own oracle: beat k of a tempo lies k·60/tempo after its start.
describe('ten minutes of rendered clicks lie on the written grid', () => {
  const RATE = 44100;
  const MINUTES = 10;
  const worstErrorSamples = (written: readonly number[]) => {
    const { samples } = renderClicks(
      written.map((seconds) => ({ seconds, kind: 'beat' as const })),
      RATE,
      MINUTES * 60 + 1,
    );
    let worst = 0;
    let at = 0;
    for (const seconds of written) {
      while (at < samples.length && samples[at] === 0) at++;
      worst = Math.max(worst, Math.abs(at - seconds * RATE));
      // Over the click that was found.
      at += Math.round(0.05 * RATE);
    }
    return worst;
  };
  test.each([40, 60, 72, 97, 208])('at %i bpm', (bpm) => {
    const run = startMetronome({
      meter: meter(4, 4),
      felt: 'large',
      bpm,
      subdivision: 1,
      silence: undefined,
    });
    const clicks = Array.from({ length: MINUTES * bpm }, (_, index) => metronomeClick(run, index).seconds);
    expect(clicks.at(-1)).toBeCloseTo(MINUTES * 60 - 60 / bpm, 6);
    expect(worstErrorSamples(clicks)).toBeLessThanOrEqual(0.5);
  });

  test('with a new tempo every 16 clicks', () => {
    const tempos = [40, 60, 72, 97, 208];
    const setting = { meter: meter(4, 4), felt: 'large', subdivision: 1, silence: undefined } as const;
    let run = startMetronome({ ...setting, bpm: tempos[0]! });
    const clicks: number[] = [];
    let expected = 0;
    for (let index = 0; expected < MINUTES * 60; index++) {
      const bpm = tempos[Math.floor(index / 16) % tempos.length]!;
      if (index > 0 && index % 16 === 0) run = changeMetronome(run, { ...setting, bpm }, index);
      const { seconds } = metronomeClick(run, index);
      expect(seconds).toBeCloseTo(expected, 8);
      clicks.push(seconds);
      expected += 60 / bpm;
    }
    expect(worstErrorSamples(clicks)).toBeLessThanOrEqual(0.5);
  });
});

test('the other part of a duet plays in the time of the line; who plays its rhythm in other pitches is no other', () => {
  const upper = lineOf([
    'C5h D5h',
    '<direction><direction-type><words>rit.</words></direction-type></direction> E5w',
  ]);
  const lower = lineOf(['E4q F4q G4q F4q', 'C4h E4h']);
  const same = lineOf(['A4h B4h', 'C5w']);
  const parts = [upper, lower, same].map(({ part }, index) => ({ ...part, id: `P${index + 1}` }));
  const score = { title: 'Duet', composer: undefined, parts };
  const line = lineWithOthers(score, parts[0]!);
  expect(line.others).toEqual([parts[1]]);
  const others = playOthers(line, 60)!;
  expect(others.events.map(({ midi }) => midi)).toEqual([64, 65, 67, 65, 60, 64]);
  // The rit. stands over the other part alone, and both slow down.
  const [fifth, sixth] = others.events.slice(4);
  expect(sixth!.onsetSeconds - fifth!.onsetSeconds).toBeGreaterThan(2.2);
  expect(others.lineSeconds).toBe(playModel(line, 60).lineSeconds);
  expect(
    playOthers(lineWithOthers({ ...score, parts: [parts[0]!, parts[2]!] }, parts[0]!), 60),
  ).toBeUndefined();
});
