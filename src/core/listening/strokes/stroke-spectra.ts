import { median } from '../../base';
import type { Audio } from '../../signal';
import { BandMeter } from '../bands';

/** A stroke is looked at at these times after its start: its front and what rings of it. */
const LOOKS_SECONDS = [0.005, 0.02, 0.035];
/** Bands this far below the noise of the whole spectrum hold nothing. */
const FLOOR_BELOW_NOISE_DB = 25;

/**
 * How much the spectrum of each stroke differs from the usual one of the recording, whatever its level: a chair, a cough and a
 * word are no claps. Source: mean absolute difference of band levels from their median, common practice.
 * @param startsSeconds of the strokes. @param areUsual which of them make the usual one, at least one. @param noiseDb level of the quiet parts.
 * @returns dB, one value a stroke.
 */
export function unlikenessDb(
  startsSeconds: readonly number[],
  areUsual: readonly boolean[],
  { samples, sampleRate }: Audio,
  noiseDb: number,
): number[] {
  const meter = new BandMeter(sampleRate);
  const shapes = startsSeconds.map((start) => {
    const looks = LOOKS_SECONDS.map((after) =>
      meter.measure(samples, Math.round((start + after) * sampleRate)),
    );
    const levels = Array.from({ length: meter.bandCount }, (_, band) =>
      Math.max(noiseDb - FLOOR_BELOW_NOISE_DB, mean(looks.map((bands) => bands[band]!))),
    );
    const level = mean(levels);
    return levels.map((db) => db - level);
  });
  const usual = Array.from({ length: shapes.length === 0 ? 0 : meter.bandCount }, (_, band) =>
    median(shapes.filter((_, index) => areUsual[index]).map((shape) => shape[band]!)),
  );
  return shapes.map((shape) => mean(shape.map((db, band) => Math.abs(db - usual[band]!))));
}

const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
