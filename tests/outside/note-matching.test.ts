import { createRandom } from '@/core/base';
import { SQUEAK_SEMITONES } from '../evaluation/mistakes';
import { matchedNotes, type TranscribedNote } from '../evaluation/note-matching';
import { performTake } from '../evaluation/performance';
import { PLAYERS } from '../evaluation/players';
import { composeTune, lineFor } from '../evaluation/tunes';

const note = (onsetSeconds: number, midi: number): TranscribedNote => ({
  onsetSeconds,
  midi,
  endSeconds: onsetSeconds + 0.2,
});

// Source of the definitions: C. Raffel et al., "mir_eval: a transparent implementation of common MIR metrics", ISMIR 2014.
test.each<[string, readonly TranscribedNote[], readonly TranscribedNote[], number]>([
  ['equal notes', [note(1, 60), note(2, 62)], [note(1, 60), note(2, 62)], 2],
  ['on the edge of 50 ms', [note(1, 60)], [note(1.0499, 60)], 1],
  // mir_eval 0.7 keeps four decimals of a distance (transcription.py, N_DECIMALS).
  ['on the edge when it is rounded', [note(1, 60)], [note(1.05004, 60)], 1],
  ['beyond it', [note(1, 60)], [note(1.051, 60)], 0],
  ['on the edge of 50 cents', [note(1, 60)], [note(1, 60.499)], 1],
  ['beyond it', [note(1, 60)], [note(1, 60.51)], 0],
  ['one report serves one note', [note(1, 60), note(1.04, 60)], [note(1.02, 60)], 1],
  // The nearest first would leave the second note without a partner.
  [
    'the largest matching, not the nearest',
    [note(1, 60), note(1.06, 60)],
    [note(1.03, 60), note(1.1, 60)],
    2,
  ],
  ['nothing reported', [note(1, 60)], [], 0],
])('%s', (_, reference, reported, expected) => {
  expect(matchedNotes(reference, reported)).toBe(expected);
});

test('no matching is larger than one found by trying all', () => {
  const largest = (reference: readonly TranscribedNote[], reported: readonly TranscribedNote[]): number => {
    const [first, ...rest] = reference;
    if (!first) return 0;
    const without = largest(rest, reported);
    return reported.reduce((best, other, index) => {
      const fits =
        Math.abs(other.onsetSeconds - first.onsetSeconds) <= 0.05 && Math.abs(other.midi - first.midi) <= 0.5;
      return fits ? Math.max(best, 1 + largest(rest, reported.toSpliced(index, 1))) : best;
    }, without);
  };
  for (let seed = 1; seed <= 60; seed++) {
    const random = createRandom(seed);
    const notes = () =>
      Array.from({ length: 6 }, () => note(random.uniform(0, 0.2), 60 + random.uniform(0, 1)));
    const [reference, reported] = [notes(), notes()];
    expect(matchedNotes(reference, reported)).toBe(largest(reference, reported));
  }
});

test('the truth of a take fits what is played in it', () => {
  for (let seed = 1; seed <= 160; seed++) {
    const player = PLAYERS[seed % PLAYERS.length]!;
    const tune = composeTune(1 + (seed % 36));
    const { tones, truth } = performTake(lineFor(tune, player), tune, player, seed);
    const played = truth.notes.filter((entry) => entry.played);
    if (truth.errors.length === 0) {
      expect(
        truth.notes.every(
          (entry) => entry.pitch === 'right' && entry.onsetOff === 'on' && entry.length === 'full',
        ),
      ).toBe(true);
      expect([truth.extras, truth.stops]).toEqual([[], []]);
    }
    // A squeak sounds first, at the note's own start.
    const pitches = (midi: number | undefined) => [midi, midi !== undefined && midi + SQUEAK_SEMITONES];
    for (const { played: sound } of played)
      expect(
        tones.some((tone) => tone.onset === sound!.onset && pitches(sound!.midi).includes(tone.midi)),
      ).toBe(true);
    // One player, one tone at a time.
    tones.slice(1).forEach((tone, index) => {
      expect(tone.onset).toBeGreaterThan(tones[index]!.onset);
      expect(tone.end).toBeGreaterThan(tone.onset);
    });
  }
});
