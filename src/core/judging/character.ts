import { FEWEST_TO_COMPARE, median } from '../base';
import type { Following, Played } from '../following';
import { isOutOfDip, STARTING } from '../listening';
import { type Line, tempoSpans, type WrittenNote, writtenLoudness } from '../notation';
import { compare, toNumber } from '../time';
import type { PlayedNote } from './played-note';

/** What a mark asks for and what was measured. It never costs a note or a rhythm mark. */
export interface CharacterFinding {
  readonly mark:
    | 'slur'
    | 'tongued'
    | 'accent'
    | 'staccato'
    | 'dynamics'
    | 'hairpin'
    | 'ritardando'
    | 'accelerando'
    | 'a-tempo'
    | 'fermata';
  readonly measureIndex: number;
  /** Measured, in `unit`. */
  readonly value: number;
  readonly unit: 'dB' | 'share';
  readonly isHeard: boolean;
}

/**
 * With less of a difference nobody hears an accent, a step from one mark to the next, or a hairpin. Source: just noticeable steps of about
 * 1 dB; common practice asks for more.
 */
const HEARD_DB = 2;
/** After a longer gap nobody asks how a note was begun. */
const JOINED_SECONDS = 0.15;
const STACCATO_SHARE = 0.65;
/** A rit. takes at least this much longer, a fermata holds at least so long, as shares of what is written. */
const RIT_SHARE = 1.08;
const FERMATA_SHARE = 1.2;
/** Back in tempo: nobody hears less of a difference after a pause in the pulse. Common practice. */
const BACK_SHARES = [0.9, 1.11] as const;

/**
 * What was done of the marks of a line, in order; nothing for marks that could not be measured.
 * @param written notes of the line.
 */
export function characterOf(
  line: Line,
  written: readonly WrittenNote[],
  following: Following,
): readonly CharacterFinding[] {
  const pairs = written.flatMap((note, index): PlayedNote[] => {
    const played = following.notes[index];
    return played?.kind === 'played' ? [{ note, played }] : [];
  });
  const sustained = following.soundsAreSustained && written.some((note) => note.sound.kind === 'pitched');
  return [
    ...(sustained ? slursOf(pairs) : []),
    ...(sustained && written.some((note) => note.slurredFromPrevious) ? tonguedOf(pairs) : []),
    ...(sustained ? staccatosOf(pairs) : []),
    ...accentsOf(pairs),
    ...dynamicsOf(line, pairs),
    ...turnsOfTempo(line, pairs),
    ...(sustained ? fermatasOf(pairs) : []),
  ].toSorted((a, b) => a.measureIndex - b.measureIndex);
}

/** Slurred notes join on without a dip. One finding for each measure that has a slur. */
function slursOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  const slurred = pairs.filter(
    ({ note, played }) => note.slurredFromPrevious && played.sound.kind === 'tone',
  );
  return byMeasure(slurred).map(([measureIndex, notes]) => {
    const joined = notes.filter(({ played }) => !isOutOfDip(played.sound, STARTING.partingDipDb)).length;
    const value = joined / notes.length;
    return { mark: 'slur', measureIndex, value, unit: 'share', isHeard: value >= 0.75 };
  });
}

/** In a line that has slurs, the notes outside of them are tongued: each starts out of a dip. One finding a measure. */
function tonguedOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  const joinsOn = pairs.filter(({ note, played }, index) => {
    const before = pairs[index - 1];
    return (
      before && !note.slurredFromPrevious && played.sound.kind === 'tone' && isRightAfter(before, played)
    );
  });
  return byMeasure(joinsOn).map(([measureIndex, notes]) => {
    const value =
      notes.filter(({ played }) => isOutOfDip(played.sound, STARTING.partingDipDb / 2)).length / notes.length;
    return { mark: 'tongued', measureIndex, value, unit: 'share', isHeard: value >= 0.75 };
  });
}

/** Whether a note began where the one before it ended. */
function isRightAfter(before: PlayedNote, played: Played): boolean {
  return played.sound.onsetSeconds - before.played.sound.endSeconds < JOINED_SECONDS;
}

function staccatosOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  const marked = pairs.filter(({ note, played }) => note.staccato && played.soundedShare !== undefined);
  return byMeasure(marked).map(([measureIndex, notes]) => {
    const value = median(notes.map(({ played }) => played.soundedShare!));
    return { mark: 'staccato', measureIndex, value, unit: 'share', isHeard: value <= STACCATO_SHARE };
  });
}

/** An accent stands out of the notes before and after it. */
function accentsOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  return pairs.flatMap(({ note, played }, index): CharacterFinding[] => {
    const beside = [pairs[index - 1], pairs[index + 1]].filter(
      (pair) => pair !== undefined && !pair.note.accented,
    );
    if (!note.accented || beside.length === 0) return [];
    const value = played.sound.levelDb - median(beside.map((pair) => pair!.played.sound.levelDb));
    return [
      { mark: 'accent', measureIndex: note.measureIndex, value, unit: 'dB', isHeard: value >= HEARD_DB },
    ];
  });
}

/** Levels between marks, and the way that hairpins take: direction and size. */
function dynamicsOf(line: Line, pairs: readonly PlayedNote[]): CharacterFinding[] {
  const points = writtenLoudness(line);
  const placed = pairs.map((pair) => ({ ...pair, quarters: toNumber(pair.note.onsetQuarters) }));
  const levelOf = (notes: readonly PlayedNote[]) => median(notes.map(({ played }) => played.sound.levelDb));
  return points.flatMap((point, index): CharacterFinding[] => {
    const [before, after] = [points[index - 1], points[index + 1]];
    if (before === undefined || point.db === before.db) return [];
    const changes = point.db - before.db;
    const first = placed.filter(({ quarters }) => quarters >= before.quarters && quarters < point.quarters);
    const second = placed.filter(
      ({ quarters }) =>
        quarters >= point.quarters && quarters < (after?.quarters ?? Number.POSITIVE_INFINITY),
    );
    if (point.isRamp) {
      const third = Math.max(1, Math.floor(first.length / 3));
      const end = second[0] ? [...first.slice(-third + 1), second[0]] : first.slice(-third);
      if (first.length < 2 || end.length === 0) return [];
      const value = levelOf(end) - levelOf(first.slice(0, third));
      const isHeard = Math.sign(value) === Math.sign(changes) && Math.abs(value) >= HEARD_DB;
      return [{ mark: 'hairpin', measureIndex: first[0]!.note.measureIndex, value, unit: 'dB', isHeard }];
    }
    if (first.length === 0 || second.length === 0) return [];
    const value = levelOf(second) - levelOf(first);
    const isHeard = Math.sign(value) === Math.sign(changes) && Math.abs(value) >= HEARD_DB;
    return [{ mark: 'dynamics', measureIndex: second[0]!.note.measureIndex, value, unit: 'dB', isHeard }];
  });
}

/** Every rit. and accel., and the tempo after it where the line goes back to the one before. */
function turnsOfTempo(line: Line, pairs: readonly PlayedNote[]): CharacterFinding[] {
  const spans = tempoSpans(line).map((span) => ({
    ...span,
    pairs: pairs.filter(
      ({ note: { onsetQuarters } }) =>
        compare(span.fromQuarters, onsetQuarters) <= 0 && compare(onsetQuarters, span.toQuarters) < 0,
    ),
  }));
  return spans.flatMap((span, index): CharacterFinding[] => {
    if (span.kind === 'steady') return [];
    const [before, after] = [spans[index - 1], spans[index + 1]];
    const isBack = before && after?.kind === 'steady' && after.fromShare === before.fromShare;
    return [...leavingOf(span.kind, span.pairs, pairs), ...(isBack ? backOf(before.pairs, after.pairs) : [])];
  });
}

/** Note by note slower or faster: the intervals of the second half beside what is written, at the tempo before. */
function leavingOf(
  kind: 'slowing' | 'quickening',
  free: readonly PlayedNote[],
  all: readonly PlayedNote[],
): CharacterFinding[] {
  const shares = free.flatMap((pair) => {
    const next = all[all.indexOf(pair) + 1];
    if (!next) return [];
    return [(next.played.sound.onsetSeconds - pair.played.sound.onsetSeconds) / pair.played.writtenSeconds];
  });
  if (shares.length < 2) return [];
  const value = median(shares.slice(Math.floor(shares.length / 2)));
  const isSlowing = kind === 'slowing';
  return [
    {
      mark: isSlowing ? 'ritardando' : 'accelerando',
      measureIndex: free[0]!.note.measureIndex,
      value,
      unit: 'share',
      isHeard: isSlowing ? value >= RIT_SHARE : value <= 1 / RIT_SHARE,
    },
  ];
}

/** Whether the tempo came back, as a share of the one before. */
function backOf(before: readonly PlayedNote[], after: readonly PlayedNote[]): CharacterFinding[] {
  if (before.length < FEWEST_TO_COMPARE || after.length < FEWEST_TO_COMPARE) return [];
  const beatOf = (pairs: readonly PlayedNote[]) =>
    median(pairs.map(({ note, played }) => played.writtenSeconds / note.beats));
  const value = beatOf(before) / beatOf(after);
  return [
    {
      mark: 'a-tempo',
      measureIndex: after[0]!.note.measureIndex,
      value,
      unit: 'share',
      isHeard: value >= BACK_SHARES[0] && value <= BACK_SHARES[1],
    },
  ];
}

function fermatasOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  return pairs.flatMap(({ note, played }): CharacterFinding[] => {
    if (!note.fermata || played.soundedShare === undefined) return [];
    const value = played.soundedShare;
    return [
      {
        mark: 'fermata',
        measureIndex: note.measureIndex,
        value,
        unit: 'share',
        isHeard: value >= FERMATA_SHARE,
      },
    ];
  });
}

function byMeasure(pairs: readonly PlayedNote[]): [number, PlayedNote[]][] {
  const found = new Map<number, PlayedNote[]>();
  for (const pair of pairs)
    found.set(pair.note.measureIndex, [...(found.get(pair.note.measureIndex) ?? []), pair]);
  return [...found];
}
