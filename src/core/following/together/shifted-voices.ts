import { LIKELIER_THAN_NOT, median } from '../../base';
import type { HeardMoment } from '../../listening';
import { likelihoodWhereWritten } from './likelihood';
import type { DueMoment, PlacedHead } from './placed-head';

/** A voice is shifted in a measure where so much of it was found equally far off; so far off at least, and equal within so much, in beats. */
const LEAST_SHIFTED_SHARE = 0.4;
const FEWEST_SHIFTED = 2;
const LEAST_SHIFT_BEATS = 0.1;
const SAME_SHIFT_BEATS = 0.12;

/**
 * A hand that is early or late for a whole measure strikes its notes where others of its own are written: what seems to be in its place is the
 * one before it. Where much of a voice was found equally far off, all of it is looked for there.
 * @param dues of each head, when it was due.
 */
export function withShiftedVoices(
  placed: readonly PlacedHead[],
  dues: readonly DueMoment[],
  heard: readonly HeardMoment[],
): readonly PlacedHead[] {
  const offBeats = placed.map((head, index) => {
    const { due } = dues[index]!;
    return head.found === 'there' && due
      ? (heard[head.at]!.onsetSeconds - due.seconds) / due.secondsPerBeat
      : undefined;
  });
  const groups = new Map<string, number[]>();
  placed.forEach(({ voice, note }, index) => {
    const name = `${voice}/${note.measureIndex}`;
    groups.set(name, [...(groups.get(name) ?? []), index]);
  });
  const result = [...placed];
  for (const group of groups.values()) {
    const off = group.flatMap((index) => {
      const beats = offBeats[index];
      return beats !== undefined && Math.abs(beats) >= LEAST_SHIFT_BEATS ? [beats] : [];
    });
    if (off.length < FEWEST_SHIFTED) continue;
    const shift = median(off);
    const alike = off.filter((beats) => Math.abs(beats - shift) <= SAME_SHIFT_BEATS);
    if (alike.length < Math.max(FEWEST_SHIFTED, LEAST_SHIFTED_SHARE * group.length)) continue;
    for (const index of group) {
      const found = atShift(placed[index]!, dues[index]!, shift, heard);
      if (found) result[index] = found;
    }
  }
  return result;
}

function atShift(
  { note, voice, asked }: PlacedHead,
  { due }: DueMoment,
  shiftBeats: number,
  heard: readonly HeardMoment[],
): PlacedHead | undefined {
  if (!due) return undefined;
  const seconds = due.seconds + shiftBeats * due.secondsPerBeat;
  const near = heard.flatMap((moment, at) =>
    Math.abs(moment.onsetSeconds - seconds) <= SAME_SHIFT_BEATS * due.secondsPerBeat
      ? [{ at, likelihood: likelihoodWhereWritten(moment, asked) }]
      : [],
  );
  if (near.length === 0) return undefined;
  const best = near.reduce((a, b) => (b.likelihood > a.likelihood ? b : a));
  return best.likelihood < LIKELIER_THAN_NOT ? undefined : { note, voice, asked, found: 'there', ...best };
}
