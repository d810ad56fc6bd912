import { type LineEvent, type Note, spellingOf } from '../notation';
import { midiToSpelling, moveBySteps, type Spelling, spellingToMidi } from '../pitch';
import {
  type Clip,
  clipOf,
  type Desk,
  eventsAt,
  mapEvents,
  maybeSelection,
  type Position,
  partOf,
  targetNotes,
  targets,
  withEventsAt,
} from './desk';
import { caretAtEndOf } from './measures';
import { moveByHalfStep, withSpelling } from './pitch-entry';
import { positionOf, writeEvent } from './write';

/** One event to the left or right, over the barlines. */
export function moveCaret(desk: Desk, direction: 1 | -1, extend: boolean): Desk {
  const anchor = extend ? (desk.anchor ?? desk.caret) : undefined;
  return { ...desk, caret: neighbour(desk, direction), anchor, valueIsFresh: false };
}

function neighbour(desk: Desk, direction: 1 | -1): Position {
  const { measureIndex, eventIndex } = desk.caret;
  const within = eventIndex + direction;
  if (within >= 0 && within <= eventsAt(desk, measureIndex).length)
    return { measureIndex, eventIndex: within };
  const beside = measureIndex + direction;
  if (beside < 0 || beside >= partOf(desk).measures.length) return desk.caret;
  // The end of one measure and the start of the next are one place for the eye: the step goes past an event.
  const count = eventsAt(desk, beside).length;
  return { measureIndex: beside, eventIndex: direction > 0 ? Math.min(1, count) : Math.max(0, count - 1) };
}

export function moveCaretToMeasure(desk: Desk, direction: 1 | -1, extend: boolean): Desk {
  const { measureIndex, eventIndex } = desk.caret;
  const count = partOf(desk).measures.length;
  const anchor = extend ? (desk.anchor ?? desk.caret) : undefined;
  const start = direction < 0 && eventIndex > 0 ? measureIndex : measureIndex + direction;
  if (start >= count) return { ...desk, ...caretAtEndOf(desk, count - 1), anchor };
  return { ...desk, caret: { measureIndex: Math.max(0, start), eventIndex: 0 }, anchor };
}

/** Selects one event, or what lies between the anchor and it. */
export function selectEvent(desk: Desk, id: string, extend: boolean): Desk {
  const at = positionOf(desk, id);
  if (at.measureIndex < 0) return desk;
  const after = { ...at, eventIndex: at.eventIndex + 1 };
  if (!extend) return { ...desk, anchor: at, caret: after, valueIsFresh: false };
  const from = desk.anchor ?? desk.caret;
  const isBehind =
    at.measureIndex < from.measureIndex ||
    (at.measureIndex === from.measureIndex && at.eventIndex < from.eventIndex);
  return { ...desk, anchor: from, caret: isBehind ? at : after, valueIsFresh: false };
}

export function selectAll(desk: Desk): Desk {
  const last = partOf(desk).measures.length - 1;
  return { ...desk, ...caretAtEndOf(desk, last), anchor: { measureIndex: 0, eventIndex: 0 } };
}

export function selectMeasure(desk: Desk): Desk {
  const { measureIndex } = desk.caret;
  return { ...desk, ...caretAtEndOf(desk, measureIndex), anchor: { measureIndex, eventIndex: 0 } };
}

export function copy(desk: Desk): Desk {
  const selection = maybeSelection(desk);
  if (!selection) return { ...desk, remark: 'Select some notes first: Shift with the arrow keys.' };
  return { ...desk, clip: clipOf(desk, selection) };
}

/** Takes the selected events out, or the one before the caret. */
export function removeBefore(desk: Desk): Desk {
  if (maybeSelection(desk)) return removeSelected(desk);
  const { measureIndex, eventIndex } = desk.caret;
  if (eventIndex > 0) {
    const events = eventsAt(desk, measureIndex).toSpliced(eventIndex - 1, 1);
    return {
      ...withEventsAt(desk, measureIndex, events),
      caret: { measureIndex, eventIndex: eventIndex - 1 },
    };
  }
  return measureIndex > 0 ? { ...desk, ...caretAtEndOf(desk, measureIndex - 1) } : desk;
}

export function removeAfter(desk: Desk): Desk {
  if (maybeSelection(desk)) return removeSelected(desk);
  const { measureIndex, eventIndex } = desk.caret;
  return withEventsAt(desk, measureIndex, eventsAt(desk, measureIndex).toSpliced(eventIndex, 1));
}

function removeSelected(desk: Desk): Desk {
  const [from] = maybeSelection(desk)!;
  const ids = new Set(targets(desk).map(({ id }) => id));
  const emptied = partOf(desk).measures.reduce(
    (changed, _, index) =>
      withEventsAt(
        changed,
        index,
        eventsAt(changed, index).filter(({ id }) => !ids.has(id)),
      ),
    desk,
  );
  return { ...emptied, caret: from, anchor: undefined };
}

/** Writes what was copied at the caret, measure by measure where whole measures were copied. */
export function paste(desk: Desk): Desk {
  const { clip } = desk;
  if (!clip || clip.flat().length === 0) return { ...desk, remark: 'Nothing has been copied yet.' };
  const ready = maybeSelection(desk) ? removeSelected(desk) : desk;
  return pasteEvents(ready, clip);
}

function pasteEvents(desk: Desk, clip: Clip): Desk {
  return clip.flat().reduce((changed: Desk, event) => writeEvent(changed, withoutSlurs(event)), desk);
}

/** A slur whose other end stays behind would be left hanging; the copy is tongued. */
function withoutSlurs(event: LineEvent): LineEvent {
  return event.kind === 'note' ? { ...event, slurStarts: 0, slurStops: 0 } : event;
}

type Move = (spelling: Spelling, keyFifths: number) => Spelling;

function movePitches(desk: Desk, move: Move, unpitchedToo: boolean): Desk {
  const notes = targetNotes(desk);
  const keys = new Map(
    notes.map(({ id }) => [id, partOf(desk).measures[positionOf(desk, id).measureIndex]!.keyFifths]),
  );
  return mapEvents(desk, new Set(keys.keys()), (event) => {
    if (event.kind === 'rest') return event;
    const moveHead = (pitch: Note['pitch']) => {
      if (pitch.kind === 'unpitched' && !unpitchedToo) return pitch;
      const moved = move(spellingOf(pitch), pitch.kind === 'pitched' ? keys.get(event.id)! : 0);
      return moved.octave < 0 || moved.octave > 8 ? pitch : withSpelling(pitch, moved);
    };
    return {
      ...event,
      pitch: moveHead(event.pitch),
      chordPitches: event.chordPitches.map(moveHead),
      ...(event.graces && { graces: event.graces.map(moveHead) }),
    };
  });
}

/** Along the lines and spaces, in the key. */
export function moveNotesBySteps(desk: Desk, steps: number): Desk {
  return movePitches(desk, (spelling, key) => moveBySteps(spelling, steps, key), true);
}

/** One note by a sign before it; a range is spelled anew, as its key has it. */
export function moveNotesByHalfStep(desk: Desk, direction: 1 | -1): Desk {
  const isOne = targets(desk).length === 1;
  return movePitches(
    desk,
    (spelling, key) =>
      isOne
        ? moveByHalfStep(spelling, direction, key)
        : midiToSpelling(spellingToMidi(spelling) + direction, key),
    false,
  );
}

export function moveNotesByOctave(desk: Desk, direction: 1 | -1): Desk {
  return movePitches(desk, (spelling) => ({ ...spelling, octave: spelling.octave + direction }), true);
}

/** Takes sharps and flats off. */
export function makeNatural(desk: Desk): Desk {
  return movePitches(desk, (spelling) => ({ ...spelling, alter: 0 }), false);
}
