// What the device plays itself must not be heard as notes.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { bookLine, lineOf } from '../../../tests/support/lines';
import { createRandom } from '../base';
import { USUAL_COUNT_IN } from '../counting';
import type { InstrumentId } from '../instruments';
import { type Line, lineWithOthers, type Score } from '../notation';
import {
  type Alongside,
  AS_WRITTEN,
  afterSkipping,
  type BackingKind,
  type BankReader,
  backingOf,
  clicksOfLine,
  echoAlongside,
  modelOf,
  playedAlongside,
  renderSampledWhole,
} from '../playback';
import { type Audio, convolve, dbToAmplitude, maybeEchoPath, peakAmplitude } from '../signal';
import { type Flaw, perform, QUIET_ROOM, render, STEADY_STYLE } from '../simulation';
import { type Check, check } from '.';

const RATE = 16000;
const readBank: BankReader = async (name) => readFileSync(join('public/sounds', `${name}.sf3`));

/** Loudspeaker, air and room: a delay, a dull loudspeaker and some reflections that die away. */
function room(delaySeconds: number): Float32Array {
  const random = createRandom(21);
  const delay = Math.round(delaySeconds * RATE);
  return Float32Array.from({ length: delay + Math.round(0.06 * RATE) }, (_, n) => {
    const since = n - delay;
    if (since < 0) return 0;
    if (since < 4) return 0.5 * 0.5 ** since;
    return 0.05 * random.uniform(-1, 1) * Math.exp(-since / (0.008 * RATE));
  });
}

interface Bleed {
  readonly line: Line;
  readonly bpm: number;
  readonly instrument: InstrumentId;
  readonly flaws: readonly Flaw[];
  readonly backing: BackingKind | undefined;
  readonly withModel: boolean;
}

/** A take with the device's sound in it as loud as asked: click −12 dB, backing and model −20 dB under the playing. */
async function takeWithBleed({ line, bpm, instrument, flaws, backing, withModel }: Bleed) {
  const { countInSeconds, beatSeconds } = clicksOfLine(line, bpm, USUAL_COUNT_IN);
  const lead = 0.4 + countInSeconds;
  const roundTrip = 0.08;
  const playing = render(
    perform(line, { ...STEADY_STYLE, seed: 31, bpm, leadSeconds: lead + roundTrip }, flaws),
    instrument,
    { ...QUIET_ROOM, sampleRate: RATE, seed: 31 },
  );
  const alongside: Omit<Alongside, 'path'> = {
    startSeconds: Math.round(lead * RATE) / RATE,
    countIn: USUAL_COUNT_IN,
    click: { gain: 1, whilePlaying: true },
    model: withModel ? { gain: 1, wish: AS_WRITTEN } : undefined,
    backing: backing && { gain: 1, kind: backing },
  };
  const sound = async (found: ReturnType<typeof backingOf>) =>
    found && renderSampledWhole(found.model, await readBank(found.bank), RATE);
  const accompaniment = {
    model: withModel ? await sound(modelOf(line, bpm, AS_WRITTEN)) : undefined,
    backing: backing && (await sound(backingOf(line, bpm, backing))),
  };
  const { length } = playing.samples;
  const silent = { model: undefined, backing: undefined };
  const clicks = convolve(playedAlongside(line, bpm, alongside, silent, length, RATE), room(roundTrip));
  const withoutClicks = { ...alongside, click: { gain: 0, whilePlaying: true } };
  const music = convolve(
    playedAlongside(line, bpm, withoutClicks, accompaniment, length, RATE),
    room(roundTrip),
  );
  const peak = peakAmplitude(playing.samples);
  const clickGain = (peak * dbToAmplitude(-12)) / peakAmplitude(clicks);
  const musicPeak = peakAmplitude(music);
  const musicGain = musicPeak === 0 ? 0 : (peak * dbToAmplitude(-20)) / musicPeak;
  const mixed = playing.samples.map((sample, n) => sample + clickGain * clicks[n]! + musicGain * music[n]!);
  // The device knows its own gains; what the room made of them it has to find out.
  const relative = clickGain === 0 ? 0 : musicGain / clickGain;
  const known: Omit<Alongside, 'path'> = {
    ...alongside,
    model: alongside.model && { ...alongside.model, gain: relative },
    backing: alongside.backing && { ...alongside.backing, gain: relative },
  };
  const skipped = Math.round((lead + roundTrip - 0.6 * beatSeconds) * RATE);
  const counted: Audio = { samples: mixed.slice(0, skipped), sampleRate: RATE };
  const path = maybeEchoPath(counted, playedAlongside(line, bpm, known, silent, skipped, RATE))!;
  const kept = mixed.slice(skipped);
  const whole: Alongside = { ...afterSkipping(known, skipped, RATE), path };
  const echo = await echoAlongside(line, bpm, whole, kept.length, readBank);
  const audioOf = (samples: Float32Array): Audio => ({ samples, sampleRate: RATE });
  return {
    path,
    clean: check(line, audioOf(playing.samples.slice(skipped)), bpm),
    bled: check(line, audioOf(kept), bpm, { echo }),
    unaware: check(line, audioOf(kept), bpm),
  };
}

/** What the ledger and the marks say. */
function said({ verdict }: Check) {
  return {
    measures: verdict.measures.map((m) => [m.number, m.notesRight, m.rhythmRight]),
    notes: verdict.notes.map(({ pitch, onset, length }) => `${pitch} ${onset} ${length}`),
    extras: verdict.extras.length,
    stops: verdict.interruptions.length,
  };
}

/** Two flutes with rhythms of their own: the lower one plays across the upper one's long notes. */
const UPPER = lineOf(['C5h D5h', 'E5q D5q C5h', 'G4q A4q B4h', 'C5w']);
const LOWER = lineOf(['E4q F4q G4q F4q', 'C4h E4q F4q', 'E4h D4q G4q', 'E4h E4h']);
const DUET: Score = {
  title: 'Duet',
  composer: undefined,
  parts: [UPPER.part, { ...LOWER.part, id: 'P2', instrument: 'clarinet' }],
};
const upper = lineWithOthers(DUET, DUET.parts[0]!);

const WRONG: Flaw = { kind: 'wrong', noteId: 'm2n2', semitones: -2 };
const CASES: readonly (readonly [string, Bleed])[] = [
  [
    'a flute and the click',
    { line: bookLine(5), bpm: 84, instrument: 'flute', flaws: [], backing: undefined, withModel: false },
  ],
  [
    'a trumpet and chords',
    { line: bookLine(6), bpm: 80, instrument: 'trumpet', flaws: [], backing: 'chords', withModel: false },
  ],
  [
    'a clarinet and a held note',
    { line: bookLine(4), bpm: 76, instrument: 'clarinet', flaws: [], backing: 'drone', withModel: false },
  ],
  [
    'a wrong note and chords',
    { line: bookLine(6), bpm: 80, instrument: 'flute', flaws: [WRONG], backing: 'chords', withModel: false },
  ],
  [
    'a flute with the model',
    { line: bookLine(7), bpm: 72, instrument: 'flute', flaws: [], backing: undefined, withModel: true },
  ],
  [
    'a flute with the other part of a duet',
    { line: upper, bpm: 76, instrument: 'flute', flaws: [], backing: 'other-part', withModel: false },
  ],
  [
    'a wrong note and the other part of a duet',
    { line: upper, bpm: 76, instrument: 'flute', flaws: [WRONG], backing: 'other-part', withModel: false },
  ],
  [
    'hands and the click',
    { line: bookLine(3), bpm: 76, instrument: 'clap', flaws: [], backing: undefined, withModel: false },
  ],
];

test.each(CASES)('%s: the verdict is that of the clean take', async (name, bleed) => {
  const { clean, bled, unaware, path } = await takeWithBleed(bleed);
  if (process.env.PRINT_BLEED) {
    const differ = (a: Check, b: Check) => {
      const [one, other] = [said(a), said(b)];
      return {
        notes: one.notes.filter((note, index) => note !== other.notes[index]).length,
        extras: other.extras - one.extras,
      };
    };
    console.log(name, {
      with: differ(clean, bled),
      without: differ(clean, unaware),
      roundTripMs: 1000 * path.roundTripSeconds,
    });
  }
  expect(path.roundTripSeconds).toBeCloseTo(0.08, 3);
  expect(said(bled)).toEqual(said(clean));
});
