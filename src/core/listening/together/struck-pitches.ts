import { clamp, probabilityOf, quantile } from '../../base';
import { amplitudeToDb } from '../../signal';
import { SHORTEST_NOTE_SECONDS } from '../frame-length';
import { type HeardMoment, LEAST_EVIDENCE } from '../heard';
import { STRUCK } from '../model/struck';
import { newnessPeaks, STRING_FELT_AFTER_SECONDS } from '../strings/newness';
import { decompose } from './decompose';
import { harmonicTemplate } from './harmonic-templates';
import { type PhaseBreak, PhaseMeter } from './phase-breaks';
import {
  HIGHEST_STRING_MIDI,
  LOWEST_BAND_MIDI,
  LOWEST_STRING_MIDI,
  type SemitoneBands,
  SemitoneMeter,
  SILENCE,
} from './semitone-spectra';
import { tuningOf } from './tuning';

/** How long before and after a moment is looked at: as long as nothing else begins, within these. */
const LONGEST_LOOK_SECONDS = 0.18;
/** An attack itself is left out of what comes after it, and of what was before. */
const ATTACK_SECONDS = 0.012;
const BEFORE_ATTACK_SECONDS = 0.01;
/** Semitones of the first partials above the pitch. */
const PARTIAL_SEMITONES = [0, 12, 19, 24, 28, 31];
/** A pitch is looked at that has so much of the loudest one's part in a moment, or of whose low partials two are so loud. */
const LEAST_AMOUNT_SHARE = 0.01;
const LEAST_PARTIAL_SHARE = 0.04;
const FLOOR_DB = -60;

/** A pitch that may have been struck at a moment, and what tells whether it was. */
export interface PossibleStriking {
  readonly midi: number;
  readonly features: Readonly<Record<string, number>>;
}

export interface PossibleMoment {
  readonly onsetSeconds: number;
  readonly height: number;
  readonly levelDb: number;
  readonly pitches: readonly PossibleStriking[];
}

/**
 * The moments at which strings or keys may have been struck, several at once: wherever the spectrum rises, how much of each pitch is in what
 * is new there.
 * @param samples of a recording for pitches. @param peakDb level of its loudest moments.
 */
export function possibleMoments(
  samples: Float32Array,
  sampleRate: number,
  peakDb: number,
): readonly PossibleMoment[] {
  const peaks = newnessPeaks(samples, sampleRate, peakDb);
  const tuning = tuningOf(
    samples,
    sampleRate,
    peaks.map(({ seconds }) => seconds + STRING_FELT_AFTER_SECONDS),
  );
  const meter = new SemitoneMeter(samples, sampleRate, tuning);
  const phases = new PhaseMeter(samples, sampleRate);
  const templatesOf = templatesFor(meter.bandCount);
  const found = peaks.map(({ seconds, height }, index) => {
    const gap = Math.min(
      (peaks[index + 1]?.seconds ?? Number.POSITIVE_INFINITY) - seconds,
      seconds - (peaks[index - 1]?.seconds ?? Number.NEGATIVE_INFINITY),
    );
    // In whole hundredths, so that few templates serve for all.
    const look = clamp(
      Math.round(100 * (gap - ATTACK_SECONDS)) / 100,
      SHORTEST_NOTE_SECONDS,
      LONGEST_LOOK_SECONDS,
    );
    const onsetSeconds = seconds + STRING_FELT_AFTER_SECONDS;
    const after = meter.measure(onsetSeconds + ATTACK_SECONDS + look / 2, look);
    const before = meter.measure(
      onsetSeconds - STRING_FELT_AFTER_SECONDS - BEFORE_ATTACK_SECONDS - look / 2,
      look,
    );
    const fresh = after.map((value, band) => Math.max(0, value - before[band]!));
    const amounts = decompose(fresh, templatesOf(look));
    return { onsetSeconds, height, after, before, fresh, amounts };
  });
  const loudest =
    found.length === 0
      ? 1
      : quantile(
          found.map(({ amounts }) => Math.max(...amounts)),
          0.8,
        );
  return found.map(({ onsetSeconds, height, after, before, fresh, amounts }) => {
    const most = Math.max(...amounts, SILENCE);
    const freshest = Math.max(...fresh);
    const levelDb = amplitudeToDb(Math.max(freshest, SILENCE) / Math.SQRT2);
    const loudestAfter = Math.max(...after);
    const sounding = Math.max(loudestAfter, SILENCE);
    const breakOf = phases.at(onsetSeconds, tuning);
    const pitches = Array.from(amounts).flatMap((amount, index): PossibleStriking[] => {
      const midi = LOWEST_STRING_MIDI + index;
      if (amount < LEAST_AMOUNT_SHARE * most && !showsPartials(midi, after, loudestAfter)) return [];
      return [
        {
          midi,
          features: featuresOf(midi, {
            breakOf,
            amounts,
            most,
            loudest,
            height,
            after,
            before,
            fresh,
            freshest,
            sounding,
          }),
        },
      ];
    });
    return { onsetSeconds, height, levelDb, pitches };
  });
}

/** The moments at which strings or keys were struck, with what speaks for each pitch. */
export function struckMoments(
  samples: Float32Array,
  sampleRate: number,
  peakDb: number,
): readonly HeardMoment[] {
  return possibleMoments(samples, sampleRate, peakDb).map(({ onsetSeconds, levelDb, pitches }) => ({
    onsetSeconds,
    levelDb,
    pitches: pitches.flatMap(({ midi, features }) => {
      const evidence = probabilityOf(features, STRUCK);
      return evidence >= LEAST_EVIDENCE ? [{ midi, evidence }] : [];
    }),
    drums: [],
  }));
}

function templatesFor(bandCount: number) {
  const known = new Map<number, readonly Float64Array[]>();
  return (seconds: number) => {
    const there = known.get(seconds);
    if (there) return there;
    const made = Array.from({ length: HIGHEST_STRING_MIDI - LOWEST_STRING_MIDI + 1 }, (_, index) =>
      harmonicTemplate(LOWEST_STRING_MIDI + index, bandCount, seconds),
    );
    known.set(seconds, made);
    return made;
  };
}

/** What others hide may still show. */
function showsPartials(midi: number, after: SemitoneBands, loudest: number): boolean {
  const least = LEAST_PARTIAL_SHARE * loudest;
  const loud = PARTIAL_SEMITONES.slice(0, 3).filter(
    (semitones) => (after[midi + semitones - LOWEST_BAND_MIDI] ?? 0) >= least,
  );
  return loud.length >= 2;
}

interface MomentSpectra {
  readonly breakOf: (midi: number) => PhaseBreak;
  readonly amounts: Float64Array;
  /** The greatest of the amounts; the usual greatest of the recording. */
  readonly most: number;
  readonly loudest: number;
  readonly height: number;
  readonly after: SemitoneBands;
  readonly before: SemitoneBands;
  readonly fresh: SemitoneBands;
  /** The loudest of what is new, and of all that sounds. */
  readonly freshest: number;
  readonly sounding: number;
}

function featuresOf(
  midi: number,
  { breakOf, amounts, most, loudest, height, after, before, fresh, freshest, sounding }: MomentSpectra,
) {
  const amount = amounts[midi - LOWEST_STRING_MIDI]!;
  const at = (bands: SemitoneBands, semitones: number) => bands[midi + semitones - LOWEST_BAND_MIDI] ?? 0;
  const db = (value: number, beside: number) =>
    Math.max(FLOOR_DB, amplitudeToDb((value + SILENCE) / (beside + SILENCE)));
  const others = (semitones: number) => db(amounts[midi + semitones - LOWEST_STRING_MIDI] ?? 0, amount);
  const own = PARTIAL_SEMITONES.map((semitones) => at(fresh, semitones));
  const rises = PARTIAL_SEMITONES.slice(0, 4).map((semitones) =>
    clamp(db(at(after, semitones), at(before, semitones)), -20, 40),
  );
  // How far each partial stands out of the semitones beside it.
  const stands = PARTIAL_SEMITONES.slice(0, 4).map((semitones) =>
    clamp(db(at(fresh, semitones), Math.max(at(fresh, semitones - 1), at(fresh, semitones + 1))), -30, 30),
  );
  const breaks = PARTIAL_SEMITONES.slice(0, 4).map((semitones) => breakOf(midi + semitones));
  const unforeseen = breaks.map((one) => clamp(db(one.unforeseen, one.after), -30, 20));
  return {
    midi,
    height,
    unforeseen1Db: unforeseen[0]!,
    unforeseen2Db: unforeseen[1]!,
    unforeseen3Db: unforeseen[2]!,
    unforeseen4Db: unforeseen[3]!,
    unforeseenOfMomentDb: db(
      breaks.reduce((sum, one) => sum + one.unforeseen, 0),
      sounding,
    ),
    ofMomentDb: db(amount, most),
    ofTakeDb: db(amount, loudest),
    partial1Db: db(own[0]!, freshest),
    partial2Db: db(own[1]!, freshest),
    partial3Db: db(own[2]!, freshest),
    partial4Db: db(own[3]!, freshest),
    partial5Db: db(own[4]!, freshest),
    rise1Db: rises[0]!,
    rise2Db: rises[1]!,
    rise3Db: rises[2]!,
    rise4Db: rises[3]!,
    stands1Db: stands[0]!,
    stands2Db: stands[1]!,
    stands3Db: stands[2]!,
    freshShareDb: db(freshest, sounding),
    octaveBelowDb: others(-12),
    twelfthBelowDb: others(-19),
    twoOctavesBelowDb: others(-24),
    octaveAboveDb: others(12),
    twelfthAboveDb: others(19),
    besideDb: Math.max(others(-1), others(1)),
    lowerDb: Math.max(others(-3), others(-4), others(-5), others(-7), others(-9), others(-16)),
  };
}
