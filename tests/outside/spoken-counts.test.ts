// Counts spoken by a speech synthesiser that Mevlo did not make (espeak-ng): a rhythm is heard in spoken syllables.
import { execFileSync } from 'node:child_process';
import { createRandom } from '@/core/base';
import { check } from '@/core/checking';
import { type Audio, readWav } from '@/core/signal';
import { lineOf } from '../support/lines';

const BPM = 66;
const SILENCE_BEFORE_SECONDS = 1;

function speak(word: string, voice: string): Audio {
  const wav = execFileSync('espeak-ng', ['-v', voice, '-s', '220', '--stdout', word]);
  const read = readWav(wav);
  if (!read.ok) throw new Error(read.issues[0]!.message);
  const { samples, sampleRate } = read.value;
  return { samples: samples.slice(samples.findIndex((sample) => Math.abs(sample) > 0.02)), sampleRate };
}

/** Words on beats, in a quiet room; a word ends where the next one begins. */
function counted(words: readonly (readonly [beat: number, word: string])[], voice: string): Audio {
  const beatSeconds = 60 / BPM;
  const spoken = words.map(([beat, word]) => ({ beat, ...speak(word, voice) }));
  const { sampleRate } = spoken[0]!;
  const random = createRandom(5);
  const at = (beat: number) => Math.round((SILENCE_BEFORE_SECONDS + beat * beatSeconds) * sampleRate);
  const samples = Float32Array.from({ length: at(spoken.at(-1)!.beat + 3) }, () =>
    random.uniform(-0.001, 0.001),
  );
  spoken.forEach(({ beat, samples: word }, index) => {
    const room = at(spoken[index + 1]?.beat ?? beat + 1) - at(beat);
    word.slice(0, Math.floor(room * 0.95)).forEach((sample, n) => {
      samples[at(beat) + n]! += 0.8 * sample;
    });
  });
  return { samples, sampleRate };
}

const MEASURES = ['xe xe xe xe xq xq', 'xq xe xe xh'];
const BEATS = [0, 0.5, 1, 1.5, 2, 3, 4, 5, 5.5, 6];
const NUMBERS = ['one', 'and', 'two', 'and', 'three', 'four', 'one', 'two', 'and', 'three'];
const SYLLABLES = ['tea', 'tea', 'tea', 'tea', 'tah', 'tah', 'tah', 'tea', 'tea', 'tah'];
const line = lineOf(MEASURES);
const spokenAs = (words: readonly string[], beats = BEATS) =>
  words.map((word, index) => [beats[index]!, word] as const);

describe.each(['en+m3', 'en+f3', 'en+f5'])('the voice %s', (voice) => {
  test.each([
    ['numbers', NUMBERS],
    ['syllables', SYLLABLES],
  ])('counting with %s is heard as the rhythm', (_, words) => {
    const { measures, extras } = check(line, counted(spokenAs(words), voice), BPM).verdict;
    expect(measures.map(({ rhythmRight, rhythmNeedsWork }) => [rhythmRight, rhythmNeedsWork])).toEqual([
      [6, false],
      [4, false],
    ]);
    expect(extras).toEqual([]);
  });

  test('a syllable that comes late, and one that is left out, are named with their measure', () => {
    const late = BEATS.map((beat) => (beat === 5.5 ? 5.86 : beat));
    const lateVerdict = check(line, counted(spokenAs(SYLLABLES, late), voice), BPM).verdict;
    expect(lateVerdict.measures.map(({ rhythmNeedsWork }) => rhythmNeedsWork)).toEqual([false, true]);
    const missing = spokenAs(SYLLABLES).filter(([beat]) => beat !== 1.5);
    const missingVerdict = check(line, counted(missing, voice), BPM).verdict;
    expect(missingVerdict.measures.map((m) => m.rhythmNeedsWork || m.notesNeedWork)).toEqual([true, false]);
  });
});
