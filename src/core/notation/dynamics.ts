import { add, toNumber } from '../time';
import type { Line } from './line';
import { timedMeasures } from './timed-measures';

/** What the marks mean beside mf, in dB. Our own scale: about 5 dB from one mark to the next. */
const MARK_DB: Readonly<Record<string, number>> = {
  pp: -15,
  p: -10,
  mp: -5,
  mf: 0,
  f: 5,
  ff: 9,
};
/** A hairpin without a mark at its end leads this far. */
const HAIRPIN_DB = 6;
/** After the first beat of a forte-piano. */
const FP_TURN_QUARTERS = 0.5;

/** How loud the music is from a place on; between two points it changes evenly when the second says so. */
export interface LoudnessPoint {
  readonly quarters: number;
  readonly db: number;
  /** Led to by a hairpin. */
  readonly isRamp: boolean;
}

interface Sign {
  readonly quarters: number;
  readonly mark: string | undefined;
  readonly hairpin: 'crescendo' | 'diminuendo' | 'stop' | undefined;
}

/** The written loudness of a line in performed order, beginning at mf. */
export function writtenLoudness(line: Line): readonly LoudnessPoint[] {
  const points: LoudnessPoint[] = [{ quarters: 0, db: 0, isRamp: false }];
  let rising: { readonly shape: 'crescendo' | 'diminuendo'; readonly fromDb: number } | undefined;
  let db = 0;
  const put = (quarters: number, next: number, isRamp: boolean) => {
    points.push({ quarters, db: next, isRamp });
    db = next;
  };
  for (const { quarters, mark, hairpin } of signsOf(line)) {
    const levels = mark === undefined ? undefined : levelsOf(mark, db);
    if (rising && (levels || hairpin)) {
      const step = rising.shape === 'crescendo' ? HAIRPIN_DB : -HAIRPIN_DB;
      put(quarters, levels?.[0] ?? rising.fromDb + step, true);
      rising = undefined;
    } else if (levels) put(quarters, levels[0], false);
    if (levels && levels[1] !== levels[0]) put(quarters + FP_TURN_QUARTERS, levels[1], false);
    if (hairpin === 'crescendo' || hairpin === 'diminuendo') {
      points.push({ quarters, db, isRamp: false });
      rising = { shape: hairpin, fromDb: db };
    }
  }
  return points;
}

/** Level at the sign and after it. */
function levelsOf(mark: string, before: number): readonly [number, number] {
  if (mark === 'fp') return [MARK_DB.f!, MARK_DB.p!];
  if (mark === 'sfz') return [Math.max(before, MARK_DB.f!), before];
  const db = MARK_DB[mark] ?? before;
  return [db, db];
}

/** In performed order; a mark at the end of a hairpin comes with its stop. */
function signsOf(line: Line): readonly Sign[] {
  const signs = timedMeasures(line).flatMap(({ measure, onsetQuarters }) =>
    measure.directions.flatMap((direction): Sign[] => {
      const quarters = toNumber(add(onsetQuarters, direction.offsetQuarters));
      if (direction.kind === 'dynamic') return [{ quarters, mark: direction.mark, hairpin: undefined }];
      return direction.kind === 'hairpin' ? [{ quarters, mark: undefined, hairpin: direction.shape }] : [];
    }),
  );
  return signs.toSorted((a, b) => a.quarters - b.quarters || order(a) - order(b));
}

/** Marks before the hairpins that begin or end at the same place. */
const order = ({ mark }: Sign) => (mark === undefined ? 1 : 0);

/** Loudness at a place, in dB beside mf. */
export function loudnessAt(points: readonly LoudnessPoint[], quarters: number): number {
  const index = points.findLastIndex((point) => point.quarters <= quarters);
  const [before, after] = [points[Math.max(0, index)]!, points[index + 1]];
  if (!after?.isRamp) return before.db;
  const share = (quarters - before.quarters) / (after.quarters - before.quarters);
  return before.db + share * (after.db - before.db);
}
