import {
  type DrumId,
  drumById,
  headsOf,
  type LineEvent,
  MOST_GRACES,
  type Note,
  newNote,
  newRest,
  spellingOf,
  strokeOf,
  type WrittenPitch,
} from '../notation';
import { type Spelling, type Step, staffPlace } from '../pitch';
import { compare, equals, measureLength, sum, valueLength } from '../time';
import {
  type Desk,
  eventsAt,
  mapEvents,
  maybeEventBefore,
  maybeSelection,
  type Position,
  partOf,
  takeId,
  targetNotes,
  targets,
  withEventsAt,
} from './desk';
import { appendMeasure } from './measures';
import { alterationInForce, nearestOctave } from './pitch-entry';

/** Writes a letter at the caret, or gives it to the selected notes. */
export function writeLetter(desk: Desk, step: Step): Desk {
  if (maybeSelection(desk)) return changeLetter(desk, step);
  const ready = readyToWrite(desk);
  const pitch = pitchForLetter(ready, step);
  return insert(ready, (id) => newNote(id, desk.value, pitch));
}

/** Writes a note of a certain pitch, e.g. where the staff was touched. */
export function writePitch(desk: Desk, spelling: Spelling): Desk {
  const ready = readyToWrite({ ...desk, anchor: undefined });
  const isPercussion = partOf(ready).measures[ready.caret.measureIndex]!.clef === 'percussion';
  const pitch: WrittenPitch = isPercussion
    ? { kind: 'unpitched', display: { ...spelling, alter: 0 } }
    : { kind: 'pitched', spelling };
  return insert(ready, (id) => newNote(id, desk.value, pitch));
}

/** Writes a drum of a kit by its name, or on top of what was written last. */
export function writeDrum(desk: Desk, id: DrumId): Desk {
  const stroke = strokeOf(drumById(id));
  if (desk.joinsNext === 'on-top') return addHead(desk, () => stroke);
  if (desk.joinsNext === 'before') return addGrace(desk, () => stroke);
  return insert(readyToWrite({ ...desk, anchor: undefined }), (noteId) =>
    newNote(noteId, desk.value, stroke),
  );
}

export function writeStroke(desk: Desk): Desk {
  const before = lastPitchBefore(desk);
  const display: Spelling =
    before?.kind === 'unpitched' ? before.display : { step: 'B', alter: 0, octave: 4 };
  return insert(readyToWrite(desk), (id) => newNote(id, desk.value, { kind: 'unpitched', display }));
}

/** Writes a rest at the caret, or turns the selected notes into rests. */
export function writeRest(desk: Desk): Desk {
  if (!maybeSelection(desk)) {
    const ready = readyToWrite(desk);
    const { measureIndex } = ready.caret;
    const { meter } = partOf(ready).measures[measureIndex]!;
    const isEmpty = eventsAt(ready, measureIndex).length === 0;
    const fills = isEmpty && equals(valueLength(desk.value), measureLength(meter));
    return insert(ready, (id) => newRest(id, desk.value, fills ? meter : undefined));
  }
  const ids = new Set(targets(desk).map(({ id }) => id));
  return mapEvents(desk, ids, (event) => (event.kind === 'rest' ? event : newRest(event.id, event.value)));
}

/** A rest for the whole measure of the caret, which is empty. */
export function writeWholeRest(desk: Desk): Desk {
  const { meter } = partOf(desk).measures[desk.caret.measureIndex]!;
  return insert(desk, (id) => newRest(id, desk.value, meter));
}

/** Writes an event as it stands, e.g. one that was copied. */
export function writeEvent(desk: Desk, event: LineEvent): Desk {
  return insert(readyToWrite({ ...desk, anchor: undefined }), (id) => ({ ...event, id }));
}

/** The next letter stands on top of the note before the caret, or of the selected ones. */
export function joinNext(desk: Desk): Desk {
  const hasNote = targets(desk).some(({ kind }) => kind === 'note');
  if (!hasNote) return { ...desk, remark: 'There is no note here yet on which another could stand.' };
  return { ...desk, joinsNext: 'on-top', remark: 'and …: the next letter stands on top of it.' };
}

/** The next letter is a small note before the note before the caret, or before the selected ones. */
export function graceNext(desk: Desk): Desk {
  const hasNote = targets(desk).some(({ kind }) => kind === 'note');
  if (!hasNote) return { ...desk, remark: 'There is no note here yet before which a small one could stand.' };
  return { ...desk, joinsNext: 'before', remark: 'grace …: the next letter is a small note before it.' };
}

/** Writes a small note, as near to the note as its letter lies. */
export function writeGraceLetter(desk: Desk, step: Step): Desk {
  const { keyFifths, clef } = partOf(desk).measures[desk.caret.measureIndex]!;
  return addGrace(desk, (event) => {
    const octave = nearestOctave(step, spellingOf(event.pitch), clef);
    return headAt(event, { step, octave, alter: alterationInForce([], step, octave, keyFifths) });
  });
}

/** The same with a certain pitch, e.g. where the staff was touched. */
export function writeGracePitch(desk: Desk, spelling: Spelling): Desk {
  return addGrace(desk, (event) => headAt(event, spelling));
}

/** A stroke just before the stroke, on the same drum; once more takes it away. */
export function toggleFlam(desk: Desk): Desk {
  const notes = targetNotes(desk);
  if (!notes.some(({ pitch }) => pitch.kind === 'unpitched'))
    return { ...desk, remark: 'A flam is for drums; for a note, say "grace" and its letter.' };
  const areAll = notes.every(({ graces }) => graces);
  return areAll
    ? withoutGraces(desk)
    : addGrace(withoutGraces(desk), (note) => {
        const { head: _, ghost: __, ...stroke } = note.pitch as Extract<WrittenPitch, { kind: 'unpitched' }>;
        return note.pitch.kind === 'unpitched' && note.pitch.head === 'x' ? note.pitch : stroke;
      });
}

/** As soft as can be: of what stands on top, the last; once more takes it away. */
export function toggleGhost(desk: Desk): Desk {
  const notes = targetNotes(desk);
  const lastOf = (note: Note) => headsOf(note).at(-1)!;
  if (!notes.some((note) => lastOf(note).kind === 'unpitched'))
    return { ...desk, remark: 'A ghost note is for drums.' };
  const areAll = notes.every((note) => {
    const head = lastOf(note);
    return head.kind === 'unpitched' && head.ghost;
  });
  return mapEvents(desk, new Set(notes.map(({ id }) => id)), (event) => {
    if (event.kind === 'rest') return event;
    const head = lastOf(event);
    if (head.kind === 'pitched') return event;
    const { ghost: _, ...plain } = head;
    const changed: WrittenPitch = areAll ? plain : { ...plain, ghost: true };
    return event.chordPitches.length === 0
      ? { ...event, pitch: changed }
      : { ...event, chordPitches: [...event.chordPitches.slice(0, -1), changed] };
  });
}

/** Takes the small notes away. */
export function withoutGraces(desk: Desk): Desk {
  return mapEvents(desk, new Set(targets(desk).map(({ id }) => id)), (event) => {
    if (event.kind === 'rest') return event;
    const { graces: _, ...plain } = event;
    return plain;
  });
}

function addGrace(desk: Desk, grace: (note: Note) => WrittenPitch): Desk {
  const isFull = targets(desk).some(
    (event) => event.kind === 'note' && (event.graces?.length ?? 0) >= MOST_GRACES,
  );
  if (isFull) return { ...desk, remark: `At most ${MOST_GRACES} small notes stand before one.` };
  return mapEvents(desk, new Set(targets(desk).map(({ id }) => id)), (event) => {
    if (event.kind === 'rest') return event;
    return { ...event, graces: [...(event.graces ?? []), grace(event)] };
  });
}

/** Adds a note above the one before the caret (or to the selected ones): they are struck together. */
export function writeChordLetter(desk: Desk, step: Step): Desk {
  const measure = partOf(desk).measures[desk.caret.measureIndex]!;
  return addHead(desk, (event) => {
    const top = spellingOf(headsOf(event).at(-1)!);
    const lowest = nearestOctave(step, top, 'treble');
    const octave = staffPlace({ step, octave: lowest }) > staffPlace(top) ? lowest : lowest + 1;
    return headAt(event, {
      step,
      octave,
      alter: alterationInForce([event], step, octave, measure.keyFifths),
    });
  });
}

/** The same with a certain pitch, e.g. where the staff was touched. */
export function writeChordPitch(desk: Desk, spelling: Spelling): Desk {
  return addHead(desk, (event) => headAt(event, spelling));
}

const headAt = (event: Note, spelling: Spelling): WrittenPitch =>
  event.pitch.kind === 'pitched'
    ? { kind: 'pitched', spelling }
    : { kind: 'unpitched', display: { ...spelling, alter: 0 } };

function addHead(desk: Desk, head: (note: Note) => WrittenPitch): Desk {
  return mapEvents(desk, new Set(targets(desk).map(({ id }) => id)), (event) => {
    if (event.kind === 'rest') return event;
    return { ...event, chordPitches: [...event.chordPitches, head(event)] };
  });
}

function changeLetter(desk: Desk, step: Step): Desk {
  const selected = targetNotes(desk);
  const ids = new Set(selected.map(({ id }) => id));
  const { keyFifths } = partOf(desk).measures[desk.caret.measureIndex]!;
  return mapEvents(desk, ids, (event) => {
    if (event.kind === 'rest' || event.pitch.kind === 'unpitched') return event;
    const octave = nearestOctave(step, event.pitch.spelling, 'treble');
    return {
      ...event,
      pitch: {
        kind: 'pitched',
        spelling: { step, octave, alter: alterationInForce([], step, octave, keyFifths) },
      },
    };
  });
}

function pitchForLetter(desk: Desk, step: Step): WrittenPitch {
  const measure = partOf(desk).measures[desk.caret.measureIndex]!;
  const before = lastPitchBefore(desk);
  const octave = nearestOctave(step, before && spellingOf(before), clefOfVoice(desk));
  if (measure.clef === 'percussion') return { kind: 'unpitched', display: { step, octave, alter: 0 } };
  const written = eventsAt(desk, desk.caret.measureIndex).slice(0, desk.caret.eventIndex);
  return {
    kind: 'pitched',
    spelling: { step, octave, alter: alterationInForce(written, step, octave, measure.keyFifths) },
  };
}

function clefOfVoice(desk: Desk) {
  const measure = partOf(desk).measures[desk.caret.measureIndex]!;
  const staff = desk.voiceIndex === 0 ? 'upper' : measure.otherVoices[desk.voiceIndex - 1]?.staff;
  return staff === 'lower' ? (measure.lowerClef ?? 'bass') : measure.clef;
}

function lastPitchBefore(desk: Desk): WrittenPitch | undefined {
  let position: Position = desk.caret;
  for (;;) {
    const event = maybeEventBefore(desk, position);
    if (!event) return undefined;
    if (event.kind === 'note') return event.pitch;
    position = positionOf(desk, event.id);
  }
}

export function positionOf(desk: Desk, id: string): Position {
  const measureIndex = partOf(desk).measures.findIndex((_, index) =>
    eventsAt(desk, index).some((event) => event.id === id),
  );
  return { measureIndex, eventIndex: eventsAt(desk, measureIndex).findIndex((event) => event.id === id) };
}

/** The desk with the caret where the next event goes: after a full measure that is the next one. */
function readyToWrite(desk: Desk): Desk {
  const { measureIndex, eventIndex } = desk.caret;
  const events = eventsAt(desk, measureIndex);
  const [only] = events;
  // A rest for the whole measure makes room for what is written instead.
  if (eventIndex === 0 && events.length === 1 && only?.kind === 'rest' && only.fillsMeasure)
    return { ...withEventsAt(desk, measureIndex, []), caret: { measureIndex, eventIndex: 0 } };
  if (eventIndex < events.length || !isFull(desk, measureIndex)) return desk;
  const isLast = measureIndex === partOf(desk).measures.length - 1;
  const ready = isLast ? appendMeasure(desk) : desk;
  const next: Desk = { ...ready, caret: { measureIndex: measureIndex + 1, eventIndex: 0 } };
  if (isLast) return next;
  // What is printed as the measure before is written with it: one goes on behind it.
  const isWritten =
    partOf(next).measures[measureIndex + 1]!.shorthand === 'as-before' && isFull(next, measureIndex + 1);
  const behind = isWritten ? eventsAt(next, measureIndex + 1).length : 0;
  return readyToWrite({ ...next, caret: { measureIndex: measureIndex + 1, eventIndex: behind } });
}

function isFull(desk: Desk, measureIndex: number): boolean {
  const written = sum(eventsAt(desk, measureIndex).map(({ quarters }) => quarters));
  return compare(written, measureLength(partOf(desk).measures[measureIndex]!.meter)) >= 0;
}

function insert(desk: Desk, make: (id: string) => LineEvent): Desk {
  const [numbered, id] = takeId(desk);
  const { measureIndex, eventIndex } = desk.caret;
  const events = eventsAt(desk, measureIndex);
  const written = withEventsAt(numbered, measureIndex, events.toSpliced(eventIndex, 0, make(id)));
  return {
    ...written,
    caret: { measureIndex, eventIndex: eventIndex + 1 },
    anchor: undefined,
    valueIsFresh: false,
  };
}
