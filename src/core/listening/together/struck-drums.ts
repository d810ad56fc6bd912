import { clamp, probabilityOf, quantile } from '../../base';
import { powerToDb, TINY_POWER } from '../../signal';
import { type HeardMoment, LEAST_EVIDENCE } from '../heard';
import { DRUMS } from '../model/drums';
import { newnessPeaks } from '../strings/newness';
import { DRUM_BANDS, DrumMeter } from './drum-spectra';

/** Where a stroke is felt to begin, after the middle of the rise of its spectrum. */
const FELT_AFTER_SECONDS = 0.02;
/** What sounds just before a stroke, in it, and when it has begun to die away. */
const WINDOW_SECONDS = 0.045;
const BEFORE_SECONDS = 0.072;
/** A rise begins a little before it is felt. */
const ATTACK_BEFORE_SECONDS = 0.015;
const LATER_SECONDS = [0.07, 0.14] as const;
const FLOOR_DB = -50;
const MOST_RISE_DB = 40;

/** A moment at which drums may have been struck, and what tells which. */
export interface PossibleStroke {
  readonly onsetSeconds: number;
  readonly levelDb: number;
  readonly features: Readonly<Record<string, number>>;
}

/**
 * The moments at which drums may have been struck, with what is new in their bands, how far it rises, and how it dies away.
 * @param samples of a recording up to some 10 kHz. @param peakDb level of its loudest moments.
 */
export function possibleStrokes(
  samples: Float32Array,
  sampleRate: number,
  peakDb: number,
): readonly PossibleStroke[] {
  const meter = new DrumMeter(samples, sampleRate);
  const found = newnessPeaks(samples, sampleRate, peakDb).map(({ seconds, height }) => {
    const onsetSeconds = seconds + FELT_AFTER_SECONDS;
    const before = meter.measure(onsetSeconds - BEFORE_SECONDS, WINDOW_SECONDS);
    const after = meter.measure(onsetSeconds - ATTACK_BEFORE_SECONDS, WINDOW_SECONDS);
    const later = LATER_SECONDS.map((after) => meter.measure(onsetSeconds + after, WINDOW_SECONDS));
    const fresh = after.map((power, band) => Math.max(0, power - before[band]!));
    return {
      onsetSeconds,
      height,
      before,
      after,
      later,
      fresh,
      total: fresh.reduce((sum, power) => sum + power, 0),
    };
  });
  const usual =
    found.length === 0
      ? 1
      : quantile(
          found.map(({ total }) => total),
          0.8,
        );
  const usualIn = Array.from({ length: DRUM_BANDS }, (_, band) =>
    found.length === 0
      ? 1
      : quantile(
          found.map(({ fresh }) => fresh[band]!),
          0.85,
        ),
  );
  return found.map(({ onsetSeconds, height, before, after, later, fresh, total }) => {
    const most = Math.max(...fresh, TINY_POWER);
    const features: Record<string, number> = { height, ofTakeDb: db(total, usual) };
    for (let band = 0; band < DRUM_BANDS; band++) {
      features[`fresh${band}`] = db(fresh[band]!, most);
      features[`rise${band}`] = clamp(db(after[band]!, before[band]!), -10, MOST_RISE_DB);
      features[`usual${band}`] = db(fresh[band]!, usualIn[band]!);
      features[`soon${band}`] = clamp(db(later[0]![band]!, after[band]!), -40, 10);
      features[`later${band}`] = clamp(db(later[1]![band]!, after[band]!), -40, 10);
    }
    return { onsetSeconds, levelDb: powerToDb(total), features };
  });
}

/** The moments at which drums were struck, with what speaks for each drum. */
export function drumMoments(
  samples: Float32Array,
  sampleRate: number,
  peakDb: number,
): readonly HeardMoment[] {
  return possibleStrokes(samples, sampleRate, peakDb).map(({ onsetSeconds, levelDb, features }) => ({
    onsetSeconds,
    levelDb,
    pitches: [],
    drums: DRUMS.flatMap(([drum, model]) => {
      const evidence = probabilityOf(features, model);
      return evidence >= LEAST_EVIDENCE ? [{ drum, evidence }] : [];
    }),
  }));
}

const db = (power: number, beside: number) => Math.max(FLOOR_DB, powerToDb(power) - powerToDb(beside));
