import { createRandom, type Random } from '@/core/base';
import {
  type DrumId,
  drumById,
  type Line,
  type LineEvent,
  type Measure,
  newMeasure,
  newNote,
  newRest,
  strokeOf,
} from '@/core/notation';
import { meter } from '@/core/time';

export interface Groove {
  readonly line: Line;
  readonly bpm: number;
}

const EIGHTHS = 8;

/** What a measure of a groove is made of, in eighths: which drums sound on each. */
type Hands = readonly (readonly DrumId[])[];

/** Equal seeds give equal grooves: 6 to 9 measures in 4/4, hi-hat or ride, back beat, bass drum; sometimes a fill. */
export function composeGroove(seed: number): Groove {
  const random = createRandom(92_003 + seed);
  const cymbal = random.pick<DrumId>(['closed-hi-hat', 'closed-hi-hat', 'closed-hi-hat', 'ride']);
  const each = random.pick([1, 1, 2]);
  const kicks = kickPattern(random);
  const hasPedal = cymbal === 'ride' && random.uniform(0, 1) < 0.5;
  const opens = cymbal === 'closed-hi-hat' && random.uniform(0, 1) < 0.35;
  const hasFill = random.uniform(0, 1) < 0.6;
  const beat = random.pick<DrumId>(['snare', 'snare', 'snare', 'side-stick']);
  const count = random.integer(6, 10);
  let id = 0;
  const measures = Array.from({ length: count }, (_, index): Measure => {
    const isFill = hasFill && index % 4 === 3;
    const hands: Hands = isFill
      ? fill(random)
      : Array.from({ length: EIGHTHS }, (_, eighth): DrumId[] => [
          ...((eighth % each === 0
            ? [
                opens && eighth === 7
                  ? 'open-hi-hat'
                  : index % 4 === 0 && eighth === 0 && random.uniform(0, 1) < 0.3
                    ? 'crash'
                    : cymbal,
              ]
            : []) as DrumId[]),
          ...(eighth === 2 || eighth === 6 ? [beat] : []),
        ]);
    const feet: Hands = Array.from({ length: EIGHTHS }, (_, eighth): DrumId[] => [
      ...(kicks.includes(eighth) ? (['bass-drum'] as const) : []),
      ...(hasPedal && (eighth === 2 || eighth === 6) ? (['pedal-hi-hat'] as const) : []),
    ]);
    const events = (voice: Hands): LineEvent[] => {
      const out: LineEvent[] = [];
      for (let at = 0; at < EIGHTHS; ) {
        const drums = voice[at]!;
        const alone = at % 2 === 0 && (voice[at + 1]?.length ?? 0) === 0;
        const value = { base: alone ? 'quarter' : 'eighth', dots: 0 } as const;
        out.push(
          drums.length === 0
            ? newRest(`n${++id}`, value)
            : {
                ...newNote(`n${++id}`, value, strokeOf(drumById(drums[0]!))),
                chordPitches: drums.slice(1).map((drum) => strokeOf(drumById(drum))),
              },
        );
        at += alone ? 2 : 1;
      }
      return out;
    };
    return {
      ...newMeasure(index + 1, { meter: meter(4, 4), keyFifths: 0, clef: 'percussion' }, events(hands)),
      otherVoices: [{ staff: 'upper', events: events(feet) }],
    };
  });
  return {
    line: {
      title: `groove ${seed}`,
      part: {
        id: 'P1',
        name: 'drum kit',
        instrument: 'drum-kit',
        transpositionSemitones: 0,
        staffLines: 5,
        tempo: undefined,
        measures,
      },
    },
    bpm: random.integer(56, 104),
  };
}

function kickPattern(random: Random): readonly number[] {
  return random.pick([
    [0, 4],
    [0, 4],
    [0, 3, 4],
    [0, 4, 5],
    [0, 5],
    [0, 2, 4, 6],
    [0, 3, 5],
  ]);
}

function fill(random: Random): Hands {
  const drums = random.pick<readonly DrumId[]>([
    ['snare', 'high-tom', 'middle-tom', 'floor-tom'],
    ['snare', 'snare', 'floor-tom', 'floor-tom'],
  ]);
  return Array.from({ length: EIGHTHS }, (_, eighth) => [drums[Math.floor(eighth / 2)]!]);
}
