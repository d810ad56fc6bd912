import type { Instrument, Level } from '../instruments';
import type { Part } from '../notation';
import type { Vocabulary } from '../time';
import type { Finding } from './finding';
import { grooves } from './groove';
import type { Acquaintance, HardSpot } from './hard-spots/hard-spot';
import { difficultyByMeasure, hardSpots } from './hard-spots/hard-spots';
import { measuresToLearn, sameMeasures, sameRhythms } from './likeness';
import { measureWords } from './measure-words';
import { melodyOf } from './melody';
import { scaleRuns } from './runs';
import { sequences } from './sequences';
import { type StartingTempo, startingTempo } from './starting-tempo';
import { brokenTriads } from './triads';
import { trickiestRhythm } from './tricky-rhythm';
import { twoHands } from './two-hands';

export const PATTERN_KINDS = [
  'learn',
  'same',
  'same-rhythm',
  'sequence',
  'scale-run',
  'triad',
  'trickiest-rhythm',
  'groove',
  'fill',
  'hands-together',
  'hands-in-turn',
  'left-hand-figure',
] as const;
export type PatternKind = (typeof PATTERN_KINDS)[number];

/** What a teacher sees in a line before it sounds. */
export interface LookOver {
  readonly patterns: readonly Finding<PatternKind>[];
  /** The hardest first. */
  readonly hardSpots: readonly HardSpot[];
  /** By printed measure: the weights of its hard spots added up. */
  readonly difficulties: readonly number[];
  readonly startingTempo: StartingTempo;
}

/** For whom a line is looked over. */
export interface Player {
  readonly instrument: Instrument | undefined;
  readonly level: Level;
  /** In beat units of the first meter. */
  readonly goalBpm: number;
  /** Where the climb begins that was given out; undefined for a line on the shelf. */
  readonly givenBpm?: number | undefined;
  /** What the student has met before; undefined where that is not known. */
  readonly known: Acquaintance | undefined;
}

/** Looks a part over for a player; sentences come in a class's vocabulary. */
export function lookOver(part: Part, player: Player, vocabulary: Vocabulary): LookOver {
  const words = measureWords(part, vocabulary);
  const learn = measuresToLearn(part, words);
  const trickiest = trickiestRhythm(part, words);
  const patterns: Finding<PatternKind>[] = [
    ...grooves(part, words),
    ...twoHands(part, words),
    ...(learn ? [learn] : []),
    ...sameMeasures(part, words),
    ...sequences(part, words),
    ...sameRhythms(part, words),
    ...scaleRuns(part, words),
    ...brokenTriads(part, words),
    ...(trickiest ? [trickiest] : []),
  ];
  return {
    patterns,
    ...difficultiesOf(part, player, vocabulary, words),
    startingTempo: startingTempo(part, player.level, words, player.givenBpm),
  };
}

/** What is hard in a part, and how hard that makes each measure: for whoever does not ask what comes back in it. */
export function difficultiesOf(
  part: Part,
  player: Player,
  vocabulary: Vocabulary,
  words = measureWords(part, vocabulary),
): Pick<LookOver, 'hardSpots' | 'difficulties'> {
  const spots = hardSpots({ ...player, part, melody: melodyOf(part), vocabulary, words });
  return { hardSpots: spots, difficulties: difficultyByMeasure(part.measures.length, spots) };
}
