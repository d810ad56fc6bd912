import type { DrumSound, HeardMoment } from '../../listening';
import type { AskedSound, Line } from '../../notation';
import type { Candidate } from '../alignment';
import { COSTS } from '../model/weighing';
import { type WrittenInTime, writtenInTime } from '../pulse-runs';
import { alignInTempoAndTune, USUAL_TUNING } from '../tempo-and-tuning';
import { likelihoodWhereWritten } from './likelihood';
import { type WrittenMoment, writtenMoments } from './written-moments';

/** What each moment costs at which only voices were to play that are not listened for. */
const COST_OF_SILENT_MOMENT = 0.1;

/** Measures of a groove or of a left-hand pattern are alike: what is missing in one of them is no reason to be in another. */
const MORE_FOR_GOING_BACK = 3;
/** Who exchanges two drums does so throughout; but a groove that is shifted by a beat looks the same. */
const COST_OF_EXCHANGE = 2;
const EXCHANGEABLE: readonly (readonly [DrumSound, DrumSound])[] = [
  ['bass-drum', 'snare'],
  ['bass-drum', 'side-stick'],
];

/** A line's moments and where they are in the recording. */
export interface Reading {
  /** Everything that is written; of it the moments of those voices that are thought to have been played at all. */
  readonly all: readonly WrittenMoment[];
  /** On what each sound that is asked for seems to have been played throughout. */
  readonly played: (asked: AskedSound) => AskedSound;
  readonly moments: readonly WrittenMoment[];
  readonly written: WrittenInTime;
  readonly aligned: ReturnType<typeof alignInTempoAndTune>;
}

/**
 * The likeliest way to read a take: with all voices, with one of them alone, where a hand was not played at all, or with two drums exchanged.
 * @param candidates one for each moment that was heard.
 */
export function likeliestReading(
  line: Line,
  heard: readonly HeardMoment[],
  candidates: readonly Candidate[],
  askedSecondsPerBeat: number,
): Reading {
  const all = writtenMoments(line);
  const voices = [...new Set(all.flatMap(({ heads }) => heads.map(({ voice }) => voice)))];
  const everyVoice = () => true;
  const drums = new Set(
    all.flatMap(({ heads }) => heads.map(({ asked }) => (asked.kind === 'drum' ? asked.drum : undefined))),
  );
  const ways: readonly Way[] = [
    { hasVoice: everyVoice, played: (asked) => asked, cost: 0 },
    ...(voices.length > 1
      ? voices.map(
          (only): Way => ({ hasVoice: (voice) => voice === only, played: (asked) => asked, cost: 0 }),
        )
      : []),
    ...EXCHANGEABLE.filter((pair) => pair.every((drum) => drums.has(drum))).map(
      (pair): Way => ({ hasVoice: everyVoice, played: exchanged(pair), cost: COST_OF_EXCHANGE }),
    ),
  ];
  const readings = ways.map(({ hasVoice, played, cost: costOfWay }) => {
    const moments = writtenMoments(line, hasVoice);
    const written = writtenInTime(
      line,
      moments.map(({ note }) => note),
      () => undefined,
    );
    const mismatch = (target: number, sound: number) => mismatchOf(moments[target]!, heard[sound]!, played);
    const aligned = alignInTempoAndTune(written.targets, candidates, askedSecondsPerBeat, USUAL_TUNING, {
      mismatch,
      moreForGoingBack: MORE_FOR_GOING_BACK,
    });
    const cost = costOfWay + aligned.alignment.cost + COST_OF_SILENT_MOMENT * (all.length - moments.length);
    return { reading: { all, played, moments, written, aligned }, cost };
  });
  return readings.reduce((a, b) => (b.cost < a.cost ? b : a)).reading;
}

/** A way to read a take: which voices were played, and on what. */
interface Way {
  readonly hasVoice: (voice: number) => boolean;
  readonly played: (asked: AskedSound) => AskedSound;
  readonly cost: number;
}

const exchanged =
  ([one, other]: readonly [DrumSound, DrumSound]) =>
  (asked: AskedSound): AskedSound => {
    if (asked.kind !== 'drum') return asked;
    return asked.drum === one
      ? { kind: 'drum', drum: other }
      : asked.drum === other
        ? { kind: 'drum', drum: one }
        : asked;
  };

function mismatchOf({ heads }: WrittenMoment, moment: HeardMoment, played: Way['played']): number {
  const missed = heads.reduce((sum, { asked }) => sum + 1 - likelihoodWhereWritten(moment, played(asked)), 0);
  return (COSTS.wrongPitch * missed) / heads.length;
}
