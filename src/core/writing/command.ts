import {
  type Articulation,
  type Bowing,
  type ChordSymbol,
  type Clef,
  DRUM_IDS,
  type DrumId,
  type Jump,
  type Landmark,
  type MeasureFault,
  maybeStrings,
  type Ornament,
  octaveSpans,
  openingMeasureCount,
  type Part,
  printedOctaves,
  type TempoMark,
  type Voice,
} from '../notation';
import type { Spelling, Step } from '../pitch';
import type { Meter, NoteBase } from '../time';
import { type Desk, eventsAt, type Position, partOf, withPart } from './desk';
import {
  addDirection,
  addHairpin,
  addOctaveLine,
  chooseValue,
  clearDirections,
  type Hint,
  placeOfSigns,
  setHint,
  setLyrics,
  setSticking,
  toggleArticulation,
  toggleBowing,
  toggleBreath,
  toggleDot,
  toggleFermata,
  toggleOrnament,
  toggleSlur,
  toggleTie,
  toggleTuplet,
  withoutTempo,
} from './marks';
import {
  addVoice,
  caretAtEndOf,
  deleteMeasure,
  insertMeasure,
  nextMeasure,
  removeVoice,
  repeatMeasure,
  setBarlines,
  setClef,
  setKey,
  setMeter,
  setPickup,
  toggleLandmark,
} from './measures';
import { applyMend, type Mend } from './mend';
import {
  copy,
  makeNatural,
  moveCaret,
  moveCaretToMeasure,
  moveNotesByHalfStep,
  moveNotesByOctave,
  moveNotesBySteps,
  paste,
  removeAfter,
  removeBefore,
  selectAll,
  selectEvent,
  selectMeasure,
} from './range';
import { followSources, toggleRepeatSign, writeLongRest } from './repeat-signs';
import { settle } from './settle';
import {
  graceNext,
  joinNext,
  toggleFlam,
  toggleGhost,
  withoutGraces,
  writeChordLetter,
  writeChordPitch,
  writeDrum,
  writeGraceLetter,
  writeGracePitch,
  writeLetter,
  writePitch,
  writeRest,
  writeStroke,
} from './write';

type Direction = 1 | -1;

/** Everything a writer can do to a line. */
export type Command =
  | { readonly kind: 'value'; readonly base: NoteBase }
  | {
      readonly kind: 'dot' | 'tuplet' | 'rest' | 'stroke' | 'tie' | 'slur' | 'fermata' | 'breath' | 'natural';
    }
  | { readonly kind: 'letter'; readonly step: Step }
  /** The next letter is struck together with what was written last, as one says it: "C and E". */
  | { readonly kind: 'and' }
  /** The next letter is a small note before what was written last. */
  | { readonly kind: 'grace' | 'no-grace' | 'flam' | 'ghost' }
  | { readonly kind: 'graces'; readonly steps: readonly Step[] }
  | { readonly kind: 'sticking'; readonly hands: readonly string[] }
  | {
      readonly kind: 'pitch-at';
      readonly at: Position;
      readonly voiceIndex: number;
      readonly spelling: Spelling;
    }
  | { readonly kind: 'articulation'; readonly articulation: Articulation }
  | { readonly kind: 'drum'; readonly drum: DrumId }
  /** A finger; on the staff of a drum kit, a drum. */
  | { readonly kind: 'digit'; readonly digit: number }
  | { readonly kind: 'bowing'; readonly bowing: Bowing }
  | { readonly kind: 'ornament'; readonly ornament: Ornament }
  | { readonly kind: 'chord-symbol'; readonly symbol: ChordSymbol }
  | { readonly kind: 'hint'; readonly hint: Hint; readonly text: string }
  | { readonly kind: 'lyrics'; readonly syllables: readonly string[]; readonly verse: 1 | 2 }
  | { readonly kind: 'dynamic'; readonly mark: string }
  | { readonly kind: 'words'; readonly text: string }
  | { readonly kind: 'hairpin'; readonly shape: 'crescendo' | 'diminuendo' }
  | { readonly kind: 'octave-line'; readonly shape: '8va' | '8vb' }
  | { readonly kind: 'clear-signs' }
  | { readonly kind: 'step' | 'half-step' | 'octave'; readonly direction: Direction }
  | { readonly kind: 'caret' | 'caret-measure'; readonly direction: Direction; readonly extend: boolean }
  | { readonly kind: 'caret-to'; readonly at: Position; readonly voiceIndex: number }
  | {
      readonly kind: 'select';
      readonly eventId: string;
      readonly voiceIndex: number;
      readonly extend: boolean;
    }
  | { readonly kind: 'select-all' | 'select-measure' | 'select-nothing' }
  | { readonly kind: 'copy' | 'cut' | 'paste' | 'remove-before' | 'remove-after' }
  | { readonly kind: 'next-measure' | 'repeat-measure' | 'insert-measure' | 'delete-measure' }
  | { readonly kind: 'measure-repeat' | 'tablature' }
  | { readonly kind: 'long-rest'; readonly measures: number }
  | { readonly kind: 'repeat-start' | 'repeat-end' | 'system-break' | 'pickup' | 'double-bar' }
  /** The line was compared with its print after notes of a file were left out. */
  | { readonly kind: 'looked-at' }
  | { readonly kind: 'ending'; readonly passes: readonly number[] }
  /** Puts a sign at this measure, or takes it away. */
  | { readonly kind: 'landmark'; readonly landmark: Landmark }
  /** Where it goes on behind this measure; undefined: straight on. */
  | { readonly kind: 'jump'; readonly jump: Jump | undefined }
  | { readonly kind: 'meter'; readonly meter: Meter; readonly symbol: 'common' | 'cut' | undefined }
  | { readonly kind: 'key'; readonly fifths: number }
  | { readonly kind: 'clef'; readonly clef: Clef }
  | { readonly kind: 'tempo'; readonly tempo: TempoMark | undefined }
  | { readonly kind: 'next-voice' | 'remove-voice' }
  | { readonly kind: 'add-voice'; readonly staff: Voice['staff'] }
  | { readonly kind: 'open-part'; readonly partIndex: number }
  | { readonly kind: 'add-part'; readonly part: Part }
  | { readonly kind: 'remove-part'; readonly partIndex: number }
  | { readonly kind: 'title'; readonly title: string }
  | { readonly kind: 'composer'; readonly composer: string | undefined }
  | { readonly kind: 'mend'; readonly fault: MeasureFault; readonly mend: Mend };

/** What the desk looks like after a command. Impossible ones change nothing and leave a remark. */
export function apply(desk: Desk, command: Command): Desk {
  const before: Desk = desk.remark === undefined ? desk : { ...desk, remark: undefined };
  const changed = change(before, command);
  const settled: Desk =
    changed.joinsNext && command.kind !== 'and' && command.kind !== 'grace'
      ? { ...changed, joinsNext: undefined }
      : changed;
  if (settled.score === before.score) return settled;
  const after = followSources(before, settled);
  // Only the parts that were changed can have ties and slurs to settle.
  const parts = after.score.parts.map((part, index) =>
    part === before.score.parts[index] ? part : settle(part),
  );
  return { ...after, score: { ...after.score, parts } };
}

/** The drums that have a digit, in their order. */
export const DRUMS_OF_DIGITS: readonly DrumId[] = DRUM_IDS.slice(0, 10);
const MOST_FINGERS = 5;

function pressDigit(desk: Desk, digit: number): Desk {
  // 1 to 9 and then 0, as they lie on the keyboard.
  if (isKit(desk)) return writeDrum(desk, DRUMS_OF_DIGITS[(digit + 9) % 10]!);
  return digit > MOST_FINGERS
    ? { ...desk, remark: 'A finger is 0 to 5.' }
    : setHint(desk, 'fingering', `${digit}`);
}

/** Whether drums are written by their names: on five lines, not on the one of a hand. */
export function isKit(desk: Desk): boolean {
  const { staffLines, measures } = partOf(desk);
  return staffLines === 5 && measures[desk.caret.measureIndex]!.clef === 'percussion';
}

/** Where the staff is touched under an 8va, what sounds there is an octave higher: as the note before or behind it is printed. */
function soundingUnderLine(desk: Desk, { measureIndex, eventIndex }: Position, spelling: Spelling): Spelling {
  const octaves = printedOctaves(octaveSpans(partOf(desk)));
  const around = eventsAt(desk, measureIndex).slice(Math.max(0, eventIndex - 1), eventIndex + 1);
  const away = around.map(({ id }) => octaves.get(id) ?? 0);
  const isInside = away.length > 0 && away.every((octave) => octave === away[0]);
  return isInside ? { ...spelling, octave: spelling.octave - away[0]! } : spelling;
}

function pressLetter(desk: Desk, step: Step): Desk {
  if (desk.joinsNext === 'on-top') return writeChordLetter(desk, step);
  return desk.joinsNext === 'before' ? writeGraceLetter(desk, step) : writeLetter(desk, step);
}

function change(desk: Desk, command: Command): Desk {
  switch (command.kind) {
    case 'value':
      return chooseValue(desk, command.base);
    case 'tuplet':
      return toggleTuplet(desk);
    case 'dot':
      return toggleDot(desk);
    case 'rest':
      return writeRest(desk);
    case 'stroke':
      return writeStroke(desk);
    case 'tie':
      return toggleTie(desk);
    case 'slur':
      return toggleSlur(desk);
    case 'fermata':
      return toggleFermata(desk);
    case 'breath':
      return toggleBreath(desk);
    case 'natural':
      return makeNatural(desk);
    case 'letter':
      return pressLetter(desk, command.step);
    case 'and':
      return joinNext(desk);
    case 'grace':
      return graceNext(desk);
    case 'graces':
      return command.steps.reduce(writeGraceLetter, withoutGraces(desk));
    case 'no-grace':
      return withoutGraces(desk);
    case 'flam':
      return toggleFlam(desk);
    case 'ghost':
      return toggleGhost(desk);
    case 'sticking':
      return setSticking(desk, command.hands);
    case 'pitch-at': {
      const spelling = soundingUnderLine(desk, command.at, command.spelling);
      if (desk.joinsNext === 'on-top') return writeChordPitch(desk, spelling);
      if (desk.joinsNext === 'before') return writeGracePitch(desk, spelling);
      return writePitch({ ...desk, voiceIndex: command.voiceIndex, caret: command.at }, spelling);
    }
    case 'articulation':
      return toggleArticulation(desk, command.articulation);
    case 'drum':
      return writeDrum(desk, command.drum);
    case 'digit':
      return pressDigit(desk, command.digit);
    case 'bowing':
      return toggleBowing(desk, command.bowing);
    case 'ornament':
      return toggleOrnament(desk, command.ornament);
    case 'chord-symbol':
      return addDirection(desk, { kind: 'chord', symbol: command.symbol });
    case 'hint':
      return setHint(desk, command.hint, command.text);
    case 'lyrics':
      return setLyrics(desk, command.syllables, command.verse);
    case 'dynamic':
      return addDirection(desk, { kind: 'dynamic', mark: command.mark });
    case 'words':
      return addDirection(desk, { kind: 'words', text: command.text, placement: 'above' });
    case 'hairpin':
      return addHairpin(desk, command.shape);
    case 'octave-line':
      return addOctaveLine(desk, command.shape);
    case 'clear-signs':
      return clearDirections(desk);
    case 'step':
      return moveNotesBySteps(desk, command.direction);
    case 'half-step':
      return moveNotesByHalfStep(desk, command.direction);
    case 'octave':
      return moveNotesByOctave(desk, command.direction);
    case 'caret':
      return moveCaret(desk, command.direction, command.extend);
    case 'caret-measure':
      return moveCaretToMeasure(desk, command.direction, command.extend);
    case 'caret-to':
      return { ...desk, voiceIndex: command.voiceIndex, caret: command.at, anchor: undefined };
    case 'select':
      return selectEvent(
        command.voiceIndex === desk.voiceIndex
          ? desk
          : { ...desk, voiceIndex: command.voiceIndex, anchor: undefined },
        command.eventId,
        command.extend && command.voiceIndex === desk.voiceIndex,
      );
    case 'select-all':
      return selectAll(desk);
    case 'select-measure':
      return selectMeasure(desk);
    case 'select-nothing':
      return { ...desk, anchor: undefined };
    case 'copy':
      return copy(desk);
    case 'cut': {
      const copied = copy(desk);
      return copied.remark === undefined ? removeBefore(copied) : copied;
    }
    case 'paste':
      return paste(desk);
    case 'remove-before':
      return removeBefore(desk);
    case 'remove-after':
      return removeAfter(desk);
    case 'next-measure':
      return nextMeasure(desk);
    case 'repeat-measure':
      return repeatMeasure(desk);
    case 'insert-measure':
      return insertMeasure(desk);
    case 'delete-measure':
      return deleteMeasure(desk);
    case 'tablature':
      return toggleTablature(desk);
    case 'measure-repeat':
      return toggleRepeatSign(desk);
    case 'long-rest':
      return writeLongRest(desk, command.measures);
    case 'repeat-start':
      return setBarlines(desk, { repeatStart: !here(desk).repeatStart });
    case 'repeat-end':
      return setBarlines(desk, { repeatPlays: here(desk).repeatPlays > 1 ? 1 : 2 });
    case 'system-break':
      return setBarlines(desk, { systemBreak: !here(desk).systemBreak });
    case 'double-bar':
      return setBarlines(desk, { barline: here(desk).barline === 'double' ? undefined : 'double' });
    case 'looked-at':
      return { ...desk, score: { ...desk.score, lost: undefined } };
    case 'pickup':
      return setPickup(desk, partOf(desk).measures[0]!.number !== 0);
    case 'ending':
      return setBarlines(desk, { endingPasses: command.passes });
    case 'landmark':
      return toggleLandmark(desk, command.landmark);
    case 'jump':
      return setBarlines(desk, { jump: command.jump });
    case 'meter':
      return setMeter(desk, command.meter, command.symbol);
    case 'key':
      return setKey(desk, command.fifths);
    case 'clef':
      return setClef(desk, command.clef);
    case 'tempo':
      return setTempo(desk, command.tempo);
    case 'next-voice':
      return nextVoice(desk);
    case 'remove-voice':
      return removeVoice(desk);
    case 'add-voice':
      return addVoice(desk, command.staff);
    case 'open-part':
      return openPart(desk, command.partIndex);
    case 'add-part':
      return addPart(desk, command.part);
    case 'remove-part':
      return removePart(desk, command.partIndex);
    case 'title':
      return { ...desk, score: { ...desk.score, title: command.title } };
    case 'composer':
      return { ...desk, score: { ...desk.score, composer: command.composer } };
    case 'mend':
      return applyMend(desk, command.fault, command.mend);
  }
}

function here(desk: Desk) {
  return partOf(desk).measures[desk.caret.measureIndex]!;
}

/** In the first measure it is the tempo of the line; later on a new one from there. */
function setTempo(desk: Desk, mark: TempoMark | undefined): Desk {
  const place = placeOfSigns(desk);
  if (place.measureIndex < openingMeasureCount(partOf(desk).measures)) return withEveryTempo(desk, mark);
  return mark ? addDirection(desk, { kind: 'tempo', mark }) : withoutTempo(desk, place.measureIndex);
}

/** A tempo is printed over every part. */
function withEveryTempo(desk: Desk, tempo: TempoMark | undefined): Desk {
  return { ...desk, score: { ...desk.score, parts: desk.score.parts.map((part) => ({ ...part, tempo })) } };
}

/** Strings and frets under the staff of this part, or none. */
function toggleTablature(desk: Desk): Desk {
  const { tablature, ...part } = partOf(desk);
  if (!maybeStrings(part))
    return {
      ...desk,
      remark: 'Tablature is for guitar, bass guitar and ukulele: this part is for none of them.',
    };
  if (part.measures.some(({ lowerClef }) => lowerClef))
    return { ...desk, remark: 'A part on two staves has no room for tablature.' };
  return withPart(desk, tablature ? part : { ...part, tablature: true });
}

function nextVoice(desk: Desk): Desk {
  const count = 1 + here(desk).otherVoices.length;
  if (count === 1) return { ...desk, remark: 'This part has one voice; more can be added beside the staff.' };
  const voiceIndex = (desk.voiceIndex + 1) % count;
  const changed = { ...desk, voiceIndex };
  return { ...changed, ...caretAtEndOf(changed, desk.caret.measureIndex) };
}

function openPart(desk: Desk, partIndex: number): Desk {
  if (!desk.score.parts[partIndex]) return desk;
  const opened: Desk = { ...desk, partIndex, voiceIndex: 0 };
  const measureIndex = Math.min(desk.caret.measureIndex, partOf(opened).measures.length - 1);
  return { ...opened, ...caretAtEndOf(opened, measureIndex) };
}

function addPart(desk: Desk, part: Part): Desk {
  const parts = [...desk.score.parts, part];
  return openPart({ ...desk, score: { ...desk.score, parts } }, parts.length - 1);
}

function removePart(desk: Desk, partIndex: number): Desk {
  if (desk.score.parts.length === 1) return { ...desk, remark: 'A line has at least one part.' };
  const parts = desk.score.parts.toSpliced(partIndex, 1);
  return openPart({ ...desk, score: { ...desk.score, parts } }, 0);
}

/** The score without the empty measures at its end. */
export function withoutEmptyEnd(desk: Desk): Desk {
  const last = Math.max(
    0,
    ...desk.score.parts.map((part) =>
      part.measures.findLastIndex(
        (measure) => measure.events.length > 0 || measure.otherVoices.some((v) => v.events.length > 0),
      ),
    ),
  );
  const parts = desk.score.parts.map((part) => ({ ...part, measures: part.measures.slice(0, last + 1) }));
  const trimmed: Desk = { ...desk, score: { ...desk.score, parts } };
  const { measureIndex } = desk.caret;
  return measureIndex <= last ? trimmed : { ...trimmed, ...caretAtEndOf(trimmed, last) };
}
