import { clamp } from '../base';
import { add, beatUnit, compare, type Meter, type Rational, toNumber, ZERO } from '../time';
import type { Direction, Line, Measure, Part, TempoMark } from './line';
import { openingMeasureCount } from './opening';
import { maybeTempoWord, openingTempoWord } from './tempo-words';
import { type TimedMeasure, timedMeasures } from './timed-measures';

/** How the tempo goes over a stretch of a line in performed order. */
export interface TempoSpan {
  /** A rit. slows, an accel. quickens; there no start is early or late. */
  readonly kind: 'steady' | 'slowing' | 'quickening';
  /** Quarter notes from the start of the line, `to` exclusive. */
  readonly fromQuarters: Rational;
  readonly toQuarters: Rational;
  /** Tempo at its start and at its end, as shares of the opening tempo. */
  readonly fromShare: number;
  readonly toShare: number;
}

/** Tempo left at the end of a rit., and reached at the end of an accel. Common practice. */
const SLOWED_SHARE = 0.6;
const QUICKENED_SHARE = 1.3;
/** A change of tempo beyond this is a slip of the pen. */
const SHARES = [1 / 3, 3] as const;

const SLOWING =
  /\b(rit|rall|ritard|riten|allarg|rallentando|ritardando|ritenuto|allargando|slow(ing)? down|getting slower|gradually slower)\b/i;
const QUICKENING =
  /\b(accel|accelerando|string|stringendo|speed(ing)? up|getting faster|gradually faster)\b/i;
const BACK_IN_TEMPO = /\b(a|in) tempo\b/i;
const FIRST_TEMPO = /\btempo (primo|I|1|uno)\b|\btempo 1(o|º|°)/i;

/** Whether words ask to slow down or to quicken. */
export const leavesTempo = (text: string) => SLOWING.test(text) || QUICKENING.test(text);

/** Where the dashes end that follow words of a part, by the words; words without dashes are not in it. */
export function endsOfDashes(
  measures: readonly Measure[],
): ReadonlyMap<Direction, { readonly measureIndex: number; readonly end: Direction }> {
  const ends = new Map<Direction, { readonly measureIndex: number; readonly end: Direction }>();
  let open: Direction | undefined;
  measures.forEach(({ directions }, measureIndex) => {
    for (const direction of directions) {
      if (direction.kind === 'words' && leavesTempo(direction.text)) open = direction;
      if (direction.kind === 'dashes-end' && open) {
        ends.set(open, { measureIndex, end: direction });
        open = undefined;
      }
    }
  });
  return ends;
}

/** What changes the tempo at a place. */
type Turn = { readonly atQuarters: Rational } & (
  | { readonly kind: 'slowing' | 'quickening' | 'back' }
  /** The release of a fermata, or the end of a section or of the words' dashes: what went on until here is over. */
  | { readonly kind: 'end' }
  | { readonly kind: 'new'; readonly share: number }
);

/** At one place: what ends there, then what holds from there on, then what begins to change it. */
const ORDER: Readonly<Record<Turn['kind'], number>> = { end: 0, new: 1, back: 2, slowing: 3, quickening: 3 };

/**
 * The tempo of a line, span after span. A rit. slows until "a tempo", a new tempo mark, the release of a fermata, or the end of its
 * dashes or its section; an accel. quickens as long. A section that is repeated begins anew in the tempo in which it began.
 */
export function tempoSpans(line: Line): readonly TempoSpan[] {
  const measures = timedMeasures(line);
  const last = measures.at(-1);
  if (!last) return [];
  const turns = turnsOf(line.part, measures);
  const end = add(last.onsetQuarters, last.lengthQuarters);
  const spans: TempoSpan[] = [];
  let open: Pick<TempoSpan, 'kind' | 'fromQuarters' | 'fromShare'> = {
    kind: 'steady',
    fromQuarters: ZERO,
    fromShare: 1,
  };
  const close = (toQuarters: Rational, next: number) => {
    const toShare = open.kind === 'steady' ? open.fromShare : reachedShare(open.kind, open.fromShare, next);
    if (compare(toQuarters, open.fromQuarters) > 0) spans.push({ ...open, toQuarters, toShare });
  };
  let share = 1;
  for (const turn of turns) {
    if (turn.kind === 'new') share = turn.share;
    const isLeaving = turn.kind === 'slowing' || turn.kind === 'quickening';
    const kind = isLeaving ? turn.kind : 'steady';
    if (kind === 'steady' && open.kind === 'steady' && open.fromShare === share) continue;
    if (isLeaving && open.kind === turn.kind) continue;
    close(turn.atQuarters, share);
    open = { kind, fromQuarters: turn.atQuarters, fromShare: share };
  }
  close(end, share);
  return spans;
}

/** @param next the tempo after it: where that lies in its direction, it leads there. */
function reachedShare(kind: 'slowing' | 'quickening', from: number, next: number): number {
  if (kind === 'slowing') return next < from ? next : from * SLOWED_SHARE;
  return next > from ? next : from * QUICKENED_SHARE;
}

function turnsOf(part: Part, measures: readonly TimedMeasure[]): readonly Turn[] {
  const opening =
    quartersPerMinute(part.tempo) ?? wordTempo(openingTempoWord(part), measures[0]!.measure.meter);
  const shareOf = (tempo: number | undefined, before: number) =>
    opening === undefined || tempo === undefined ? before : clamp(tempo / opening, ...SHARES);
  const shareAtStart = new Map<number, number>();
  let share = 1;
  const turns = measures.flatMap((timed, index): Turn[] => {
    const { measure, onsetQuarters } = timed;
    const before = measures[index - 1];
    const found: Turn[] = [];
    if (before && endsSection(before, timed)) {
      found.push({ kind: 'end', atQuarters: onsetQuarters });
      const again = shareAtStart.get(timed.printedIndex);
      if (again !== undefined && again !== share) {
        share = again;
        found.push({ kind: 'new', share, atQuarters: onsetQuarters });
      }
    }
    if (!shareAtStart.has(timed.printedIndex)) shareAtStart.set(timed.printedIndex, share);
    const isOpening = timed.printedIndex < openingMeasureCount(part.measures);
    for (const direction of measure.directions) {
      const turn = turnOf(direction, isOpening, (tempo) => shareOf(tempo, share), measure.meter);
      if (!turn) continue;
      if (turn.kind === 'new') share = turn.share;
      found.push({ ...turn, atQuarters: add(onsetQuarters, direction.offsetQuarters) });
    }
    return [...found, ...releasesOf(timed)];
  });
  return turns.toSorted((a, b) => compare(a.atQuarters, b.atQuarters) || ORDER[a.kind] - ORDER[b.kind]);
}

/** Whether a section is over between two measures as they are played. */
const endsSection = (before: TimedMeasure, next: TimedMeasure) =>
  next.printedIndex !== before.printedIndex + 1 || before.measure.repeatPlays > 1 || next.measure.repeatStart;

type TurnKind = Turn extends infer Each ? (Each extends Turn ? Omit<Each, 'atQuarters'> : never) : never;

/** @param isOpening in the first measure tempo words say the tempo of the line, and change none. */
function turnOf(
  direction: Direction,
  isOpening: boolean,
  shareOf: (quartersPerMinute: number | undefined) => number,
  meter: Meter,
): TurnKind | undefined {
  switch (direction.kind) {
    case 'tempo':
      return { kind: 'new', share: shareOf(quartersPerMinute(direction.mark)) };
    case 'dashes-end':
      return { kind: 'end' };
    case 'words': {
      const { text } = direction;
      if (FIRST_TEMPO.test(text)) return { kind: 'new', share: 1 };
      if (BACK_IN_TEMPO.test(text)) return { kind: 'back' };
      if (SLOWING.test(text)) return { kind: 'slowing' };
      if (QUICKENING.test(text)) return { kind: 'quickening' };
      const word = isOpening ? undefined : maybeTempoWord(text);
      return word && { kind: 'new', share: shareOf(wordTempo(word, meter)) };
    }
    default:
      return undefined;
  }
}

/** Where the fermatas of a measure are let go. */
function releasesOf({ measure, onsetQuarters }: TimedMeasure): Turn[] {
  let at = onsetQuarters;
  return measure.events.flatMap((event): Turn[] => {
    at = add(at, event.quarters);
    return event.fermata ? [{ kind: 'end', atQuarters: at }] : [];
  });
}

function quartersPerMinute(mark: TempoMark | undefined): number | undefined {
  return mark && mark.bpm * toNumber(mark.beatQuarters);
}

/** The middle of a word's range, counted in beats of the meter, in quarters a minute. */
function wordTempo(
  word: { readonly from: number; readonly to: number } | undefined,
  meter: Meter,
): number | undefined {
  return word && ((word.from + word.to) / 2) * toNumber(beatUnit(meter).quarters);
}
