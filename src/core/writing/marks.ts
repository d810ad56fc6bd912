import {
  type Articulation,
  type Bowing,
  type Direction,
  type LineEvent,
  type Note,
  type Ornament,
  writtenLength,
} from '../notation';
import {
  add,
  compare,
  equals,
  isInThrees,
  type NoteBase,
  type NoteValue,
  type Rational,
  sum,
  type Tuplet,
  valueLength,
} from '../time';
import {
  type Desk,
  eventsAt,
  mapEvents,
  maybeSelection,
  partOf,
  targetNotes,
  targets,
  withMeasure,
} from './desk';
import { positionOf } from './write';

const NOTHING = 'There is no note here yet for this sign.';

function idsOf(events: readonly LineEvent[]): ReadonlySet<string> {
  return new Set(events.map(({ id }) => id));
}

/** Changes the notes that the next sign goes to. */
function onNotes(desk: Desk, change: (note: Note, notes: readonly Note[]) => Partial<Note>): Desk {
  const notes = targetNotes(desk);
  if (notes.length === 0) return { ...desk, remark: NOTHING };
  return mapEvents(desk, idsOf(notes), (event) =>
    event.kind === 'note' ? { ...event, ...change(event, notes) } : event,
  );
}

/** The value of the notes to come, or of the selected ones. */
export function chooseValue(desk: Desk, base: NoteBase): Desk {
  const value: NoteValue = { ...desk.value, base, dots: 0 };
  const chosen: Desk = { ...desk, value, valueIsFresh: true };
  if (!maybeSelection(desk)) return chosen;
  return mapEvents(chosen, idsOf(targets(desk)), (event) => ({
    ...event,
    value,
    quarters: valueLength(value),
    ...(event.kind === 'rest' && { fillsMeasure: false }),
  }));
}

/** A dot on these would need notes shorter than a sixteenth to complete the beat. */
const MOST_DOTS: Readonly<Record<NoteBase, 0 | 1 | 2>> = {
  whole: 2,
  half: 2,
  quarter: 2,
  eighth: 1,
  sixteenth: 0,
};

/** A dot for the value just chosen, else for what was written last: none, one, two and none again. */
export function toggleDot(desk: Desk): Desk {
  const isForNext = desk.valueIsFresh && !maybeSelection(desk);
  const events = isForNext ? [] : targets(desk);
  if (!isForNext && events.length === 0) return { ...desk, remark: NOTHING };
  const values = isForNext ? [desk.value] : events.map(({ value }) => value);
  if (values.every(({ base }) => MOST_DOTS[base] === 0))
    return { ...desk, remark: 'Sixteenths are the shortest notes here, so they have no dot.' };
  const dotted = ({ base, dots, ...rest }: NoteValue): NoteValue => ({
    ...rest,
    base,
    dots: (dots >= MOST_DOTS[base] ? 0 : dots + 1) as NoteValue['dots'],
  });
  if (isForNext) return { ...desk, value: dotted(desk.value) };
  return mapEvents(desk, idsOf(events), (event) => {
    const value = dotted(event.value);
    return {
      ...event,
      value,
      quarters: valueLength(value),
      ...(event.kind === 'rest' && { fillsMeasure: false }),
    };
  });
}

/** From now on in triplets, in meters in threes in duplets, or plain again; or the selected ones. */
export function toggleTuplet(desk: Desk): Desk {
  const { meter } = partOf(desk).measures[desk.caret.measureIndex]!;
  const tuplet: Tuplet = isInThrees(meter) ? 'duplet' : 'triplet';
  if (!maybeSelection(desk)) {
    const { tuplet: before, ...plain } = desk.value;
    return { ...desk, value: before ? plain : { ...plain, tuplet }, valueIsFresh: true };
  }
  const events = targets(desk);
  const areAll = events.every(({ value }) => value.tuplet);
  return mapEvents(desk, idsOf(events), (event) => {
    const { tuplet: _, ...plain } = event.value;
    const value: NoteValue = areAll ? plain : { ...plain, tuplet };
    return {
      ...event,
      value,
      quarters: valueLength(value),
      ...(event.kind === 'rest' && { fillsMeasure: false }),
    };
  });
}

/** A tie to the next note; it holds once that note is the same. */
export function toggleTie(desk: Desk): Desk {
  return onNotes(desk, (_, notes) => ({ tiedToNext: !notes.every(({ tiedToNext }) => tiedToNext) }));
}

/** Over the selected notes; without a selection a slur begins at the last note, or ends there if one is open. */
export function toggleSlur(desk: Desk): Desk {
  const notes = targetNotes(desk);
  const [first] = notes;
  const last = notes.at(-1);
  if (!first || !last) return { ...desk, remark: NOTHING };
  if (first !== last) {
    const isThere = first.slurStarts > 0 && last.slurStops > 0;
    const by = isThere ? -1 : 1;
    return mapEvents(desk, idsOf([first, last]), (event) => {
      if (event.kind === 'rest') return event;
      return event.id === first.id
        ? { ...event, slurStarts: event.slurStarts + by }
        : { ...event, slurStops: event.slurStops + by };
    });
  }
  return openSlursBefore(desk, first) > 0
    ? onNotes(desk, (note) => ({ slurStops: note.slurStops > 0 ? 0 : 1 }))
    : onNotes(desk, (note) => ({ slurStarts: note.slurStarts > 0 ? 0 : 1 }));
}

function openSlursBefore(desk: Desk, until: Note): number {
  let open = 0;
  for (const [index] of partOf(desk).measures.entries()) {
    for (const event of eventsAt(desk, index)) {
      if (event.id === until.id) return open;
      if (event.kind === 'note') open += event.slurStarts - event.slurStops;
    }
  }
  return open;
}

export function toggleArticulation(desk: Desk, articulation: Articulation): Desk {
  return onNotes(desk, (note, notes) => {
    const others = note.articulations.filter((name) => name !== articulation);
    const isOnAll = notes.every(({ articulations }) => articulations.includes(articulation));
    return { articulations: isOnAll ? others : [...others, articulation] };
  });
}

/** A fermata also stands over rests. */
export function toggleFermata(desk: Desk): Desk {
  const events = targets(desk);
  if (events.length === 0) return { ...desk, remark: NOTHING };
  const isOnAll = events.every(({ fermata }) => fermata);
  return mapEvents(desk, idsOf(events), (event) => ({ ...event, fermata: !isOnAll }));
}

export function toggleBreath(desk: Desk): Desk {
  return onNotes(desk, (_, notes) => ({ breathAfter: !notes.every(({ breathAfter }) => breathAfter) }));
}

/** Down or up on the notes that the next sign goes to; the same once more takes it away. */
export function toggleBowing(desk: Desk, bowing: Bowing): Desk {
  return onNotes(desk, (_, notes) => ({
    bowing: notes.every((note) => note.bowing === bowing) ? undefined : bowing,
  }));
}

/** A trill, mordent or turn on the notes that the next sign goes to; the same once more takes it away. */
export function toggleOrnament(desk: Desk, ornament: Ornament): Desk {
  return onNotes(desk, (_, notes) => ({
    ornament: notes.every((note) => note.ornament === ornament) ? undefined : ornament,
  }));
}

export type Hint = 'fingering' | 'stringHint' | 'positionHint';

/** The same hint a second time takes it away. */
export function setHint(desk: Desk, hint: Hint, text: string): Desk {
  return onNotes(desk, (_, notes) => ({
    [hint]: notes.every((note) => note[hint] === text) ? undefined : text,
  }));
}

/**
 * Syllables under the notes from the target on; a dash at the end of one joins it to the next, `_` leaves a note out.
 * @param verse 2 stands under the first.
 */
export function setLyrics(desk: Desk, syllables: readonly string[], verse: 1 | 2): Desk {
  return alongNotes(desk, syllables, (syllable) =>
    verse === 1 ? { lyric: cleanSyllable(syllable) } : { secondVerse: cleanSyllable(syllable) },
  );
}

/** The hand of each stroke from the target on: right or left. */
export function setSticking(desk: Desk, hands: readonly string[]): Desk {
  return alongNotes(desk, hands, (hand) => ({ fingering: hand }));
}

/** Gives one text to each note from the target on, as long as there are any; what is tied to goes on with its first. */
function alongNotes(desk: Desk, texts: readonly string[], change: (text: string) => Partial<Note>): Desk {
  const [first] = targetNotes(desk);
  if (!first) return { ...desk, remark: NOTHING };
  const all = partOf(desk).measures.flatMap((_, index) => eventsAt(desk, index));
  const from = all.findIndex(({ id }) => id === first.id);
  const struck = all
    .slice(from)
    .filter((event): event is Note => event.kind === 'note' && !event.tiedFromPrevious)
    .slice(0, texts.length);
  const textOf = new Map(struck.map((note, index) => [note.id, texts[index]!]));
  return mapEvents(desk, idsOf(struck), (event) =>
    event.kind === 'note' ? { ...event, ...change(textOf.get(event.id)!) } : event,
  );
}

function cleanSyllable(text: string): string | undefined {
  return text === '_' || text === '' ? undefined : text;
}

type NewDirection = Direction extends infer Kind
  ? Kind extends Direction
    ? Omit<Kind, 'offsetQuarters'>
    : never
  : never;

/** A sign above or below the staff at the target, or at the caret when nothing is written before it. */
export function addDirection(desk: Desk, direction: NewDirection): Desk {
  const place = placeOfSigns(desk);
  return putDirection(desk, place.measureIndex, offsetOf(desk, place), direction);
}

/** Where the next sign above or below the staff would stand. */
export function placeOfSigns(desk: Desk): Desk['caret'] {
  const [first] = targets(desk);
  return first ? positionOf(desk, first.id) : desk.caret;
}

/** Takes the new tempos out of a measure. */
export const withoutTempo = (desk: Desk, measureIndex: number): Desk =>
  withMeasure(desk, measureIndex, (measure) => ({
    ...measure,
    directions: measure.directions.filter(({ kind }) => kind !== 'tempo'),
  }));

/** A hairpin from the first selected note to the end of the last; without a selection from the target on. */
export function addHairpin(desk: Desk, shape: 'crescendo' | 'diminuendo'): Desk {
  return overTargets(desk, { kind: 'hairpin', shape }, { kind: 'hairpin', shape: 'stop' });
}

/** 8va or 8vb over the selected notes, or from the target to the barline; once more takes it away. */
export function addOctaveLine(desk: Desk, shape: '8va' | '8vb'): Desk {
  if (targetNotes(desk).length === 0) return { ...desk, remark: NOTHING };
  return overTargets(desk, { kind: 'octave-line', shape }, { kind: 'octave-line', shape: 'stop' });
}

/** A sign from the first selected note to the end of the last. */
function overTargets(desk: Desk, from: NewDirection, to: NewDirection): Desk {
  const events = targets(desk);
  const last = events.at(-1);
  const opened = addDirection(desk, from);
  if (!last) return opened;
  const place = positionOf(desk, last.id);
  // Over one note it goes to the barline.
  const end =
    events.length === 1
      ? writtenLength(partOf(desk).measures[place.measureIndex]!)
      : add(offsetOf(desk, place), last.quarters);
  return putDirection(opened, place.measureIndex, end, to);
}

/** A sign of the same kind at the same place is replaced; exactly the same one is taken away. */
function putDirection(
  desk: Desk,
  measureIndex: number,
  offsetQuarters: Rational,
  direction: NewDirection,
): Desk {
  return withMeasure(desk, measureIndex, (measure) => {
    const isRival = (other: Direction) =>
      other.kind === direction.kind && equals(other.offsetQuarters, offsetQuarters);
    const rival = measure.directions.find(isRival);
    const added = { ...direction, offsetQuarters } as Direction;
    const isSame =
      rival !== undefined &&
      Object.entries(direction).every(([name, value]) => rival[name as keyof Direction] === value);
    const others = measure.directions.filter((other) => other !== rival);
    const directions = isSame ? others : [...others, added];
    return { ...measure, directions: directions.sort((a, b) => compare(a.offsetQuarters, b.offsetQuarters)) };
  });
}

function offsetOf(desk: Desk, { measureIndex, eventIndex }: Desk['caret']): Rational {
  const before = eventsAt(desk, measureIndex).slice(0, eventIndex);
  return sum(before.map(({ quarters }) => quarters));
}

/** Takes all signs above and below the staff off the selected stretch, or off the caret's measure. */
export function clearDirections(desk: Desk): Desk {
  const selected = targets(desk);
  const places = selected.map(({ id }) => positionOf(desk, id).measureIndex);
  const measures = new Set(maybeSelection(desk) ? places : [desk.caret.measureIndex]);
  return [...measures].reduce(
    (changed, index) => withMeasure(changed, index, (measure) => ({ ...measure, directions: [] })),
    desk,
  );
}
