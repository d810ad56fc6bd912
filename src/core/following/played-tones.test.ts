import { heardTone, heardPluck as pluck } from '../../../tests/support/heard';
import type { Heard, HeardTone, Pluck } from '../listening';
import { playedTones } from './played-tones';

const tone = (onsetSeconds: number, midi: number, more: Partial<HeardTone> = {}) =>
  heardTone(onsetSeconds, midi, 0.5, { fadeDbPerSecond: 15, ...more });

/** Two notes that were heard both ways, before what is in question. */
const SURE = {
  tones: [tone(1, 60), tone(1.5, 62), tone(2, 64)],
  plucks: [pluck(1, 60), pluck(1.5, 62), pluck(2, 64)],
  moments: [],
};

function played(tones: readonly HeardTone[], plucks: readonly Pluck[]) {
  const heard: Heard = {
    version: 1,
    durationSeconds: 10,
    tones: [...SURE.tones, ...tones],
    strikes: [],
    doubtfulStrikes: [],
    thumpsSeconds: [],
    plucks: [...SURE.plucks, ...plucks],
    moments: [],
    noiseDb: -70,
    peakDb: -15,
    clippedShare: 0,
    levelsDb: [],
    pitches: [],
  };
  return playedTones(heard).slice(SURE.tones.length);
}

const pitches = (tones: readonly HeardTone[], plucks: readonly Pluck[]) =>
  played(tones, plucks).map(({ sound }) => [sound.midi, sound.startStrength >= 0.5]);

describe('a place where strings ring', () => {
  test.each<[string, HeardTone[], Pluck[], [number, boolean][]]>([
    ['heard both ways', [tone(2.5, 65)], [pluck(2.52, 65.1)], [[65, true]]],
    [
      'a clear pluck is believed against the tone',
      [tone(2.5, 53)],
      [pluck(2.5, 65, { startStrength: 0.98 })],
      [[65, true]],
    ],
    ['one that is not clear is not', [tone(2.5, 53)], [pluck(2.5, 65, { pitchMargin: 1.05 })], [[53, true]]],
    ['nor one that is not sure', [tone(2.5, 53)], [pluck(2.5, 65, { startStrength: 0.3 })], [[53, true]]],
    ['nor one that is hardly sure', [tone(2.5, 53)], [pluck(2.5, 65, { startStrength: 0.6 })], [[53, true]]],
    [
      'the octave below hardly stands out, but its odd partials tell',
      [tone(2.5, 72, { octaveBelowDb: -18 })],
      [pluck(2.5, 60, { pitchMargin: 1.03 })],
      [[60, true]],
    ],
    ['a pluck that no tone was heard for', [], [pluck(2.5, 65)], [[65, true]]],
    ['a noise without a pitch of its own', [], [pluck(2.5, 65, { pitchMargin: 1.02 })], []],
    ['a tone at whose start nothing is new is doubtful', [tone(2.5, 48)], [], [[48, false]]],
    ['a weak sign of a pluck is doubtful', [], [pluck(2.5, 65, { startStrength: 0.2 })], [[65, false]]],
  ])('%s', (_, tones, plucks, expected) => {
    expect(pitches(tones, plucks)).toEqual(expected);
  });

  test('a note ends where the next begins', () => {
    const notes = played([tone(2.5, 65)], [pluck(2.5, 65), pluck(2.8, 67)]);
    expect(notes.map(({ sound }) => sound.endSeconds)).toEqual([2.8, 3.3]);
  });

  test('what is said is not played', () => {
    const word = (at: number) => tone(at, 50, { endSeconds: at + 0.1, clarity: 0.8 });
    expect(played([word(5), word(5.2), word(5.4)], [pluck(5, 50), pluck(5.2, 50), pluck(5.41, 50)])).toEqual(
      [],
    );
  });
});
