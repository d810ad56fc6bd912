import { median } from '../base';
import type { Following, Played } from '../following';
import { type Line, type WrittenNote, writtenLoudness } from '../notation';
import { toNumber } from '../time';
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
    | 'fermata';
  readonly measureIndex: number;
  /** Measured, in `unit`. */
  readonly value: number;
  readonly unit: 'dB' | 'share';
  readonly isHeard: boolean;
}

/** A start out of a dip this deep was tongued; slurred starts stay below. Common practice: what is heard as a gap. */
const TONGUED_DIP_DB = 6;
/** Softer than this beside its neighbours, nobody hears an accent. Source: just noticeable steps of about 1 dB; common practice asks for more. */
const ACCENT_DB = 2;
/** After a longer gap nobody asks how a note was begun. */
const JOINED_SECONDS = 0.15;
const STACCATO_SHARE = 0.65;
/** From one mark to the next one, at least this much of a difference. */
const DYNAMIC_STEP_DB = 2;
const HAIRPIN_DB = 2;
/** A rit. takes at least this much longer, a fermata holds at least so long, as shares of what is written. */
const RIT_SHARE = 1.08;
const FERMATA_SHARE = 1.2;

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
    ...ritOf(pairs),
    ...(sustained ? fermatasOf(pairs) : []),
  ].toSorted((a, b) => a.measureIndex - b.measureIndex);
}

/** Slurred notes join on without a dip. One finding for each measure that has a slur. */
function slursOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  const slurred = pairs.filter(
    ({ note, played }) => note.slurredFromPrevious && played.evidence.dipDb !== undefined,
  );
  return byMeasure(slurred).map(([measureIndex, notes]) => {
    const joined = notes.filter(({ played }) => played.evidence.dipDb! < TONGUED_DIP_DB).length;
    const value = joined / notes.length;
    return { mark: 'slur', measureIndex, value, unit: 'share', isHeard: value >= 0.75 };
  });
}

/** In a line that has slurs, the notes outside of them are tongued: each starts out of a dip. One finding a measure. */
function tonguedOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  const joinsOn = pairs.filter(({ note, played }, index) => {
    const before = pairs[index - 1];
    const { dipDb } = played.evidence;
    return before && !note.slurredFromPrevious && dipDb !== undefined && isRightAfter(before, played);
  });
  return byMeasure(joinsOn).map(([measureIndex, notes]) => {
    const value =
      notes.filter(({ played }) => played.evidence.dipDb! >= TONGUED_DIP_DB / 2).length / notes.length;
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
    const value = played.evidence.levelDb - median(beside.map((pair) => pair!.played.evidence.levelDb));
    return [
      { mark: 'accent', measureIndex: note.measureIndex, value, unit: 'dB', isHeard: value >= ACCENT_DB },
    ];
  });
}

/** Levels between marks, and the way that hairpins take: direction and size. */
function dynamicsOf(line: Line, pairs: readonly PlayedNote[]): CharacterFinding[] {
  const points = writtenLoudness(line);
  const placed = pairs.map((pair) => ({ ...pair, quarters: toNumber(pair.note.onsetQuarters) }));
  const levelOf = (notes: readonly PlayedNote[]) =>
    median(notes.map(({ played }) => played.evidence.levelDb));
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
      const isHeard = Math.sign(value) === Math.sign(changes) && Math.abs(value) >= HAIRPIN_DB;
      return [{ mark: 'hairpin', measureIndex: first[0]!.note.measureIndex, value, unit: 'dB', isHeard }];
    }
    if (first.length === 0 || second.length === 0) return [];
    const value = levelOf(second) - levelOf(first);
    const isHeard = Math.sign(value) === Math.sign(changes) && Math.abs(value) >= DYNAMIC_STEP_DB;
    return [{ mark: 'dynamics', measureIndex: second[0]!.note.measureIndex, value, unit: 'dB', isHeard }];
  });
}

/** Note by note slower: the intervals of the last third beside those of the first, at the tempo before. */
function ritOf(pairs: readonly PlayedNote[]): CharacterFinding[] {
  const free = pairs.flatMap((pair, index) => {
    const next = pairs[index + 1];
    if (!pair.note.freeTempo || !next) return [];
    const seconds = next.played.sound.onsetSeconds - pair.played.sound.onsetSeconds;
    return [{ pair, stretch: seconds / pair.played.writtenSeconds }];
  });
  if (free.length < 2) return [];
  const value = median(free.slice(Math.floor(free.length / 2)).map(({ stretch }) => stretch));
  return [
    {
      mark: 'ritardando',
      measureIndex: free[0]!.pair.note.measureIndex,
      value,
      unit: 'share',
      isHeard: value >= RIT_SHARE,
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
