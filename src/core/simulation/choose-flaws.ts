import { createRandom, type Random } from '../base';
import { endQuarters, type Line, type WrittenNote, writtenVoices } from '../notation';
import { compare, rational, toNumber } from '../time';
import type { Flaw } from './performance';

export type FlawKind = Flaw['kind'];

export const FLAW_KINDS: readonly FlawKind[] = [
  'wrong',
  'missing',
  'late',
  'early',
  'cut-short',
  'extra-after',
  'tie-restruck',
  'rest-cut',
  'held-on',
  'pause-before',
  'restart-after',
  'voice-silent',
  'voice-late',
];

/** Where several voices sound together, what moves or holds one of them alone is no mistake of a beginner, or cannot be heard. */
const OF_ONE_VOICE: readonly FlawKind[] = [
  'cut-short',
  'held-on',
  'rest-cut',
  'restart-after',
  'tie-restruck',
  'extra-after',
];

const OF_VOICES: readonly FlawKind[] = ['voice-silent', 'voice-late'];
/** A hand that is behind is so by half a beat: it plays after the other one. */
const VOICE_LATE_BEATS = 0.5;

/** A wrong entry is off by at least this much of a beat; less is a beginner's natural unevenness. */
const SMALLEST_SHIFT_BEATS = 0.32;
const LARGEST_SHIFT_BEATS = 0.45;
/** Of a shorter rest nobody notices that half of it is lost. */
const LEAST_REST_BEATS = 1;

/** The mistakes that can be made in a line: those of one voice, or those of several. */
export function flawKindsOf(line: Line): readonly FlawKind[] {
  const left = voicesWithNotes(line).length > 1 ? OF_ONE_VOICE : OF_VOICES;
  return FLAW_KINDS.filter((kind) => !left.includes(kind));
}

const voicesWithNotes = (line: Line) => writtenVoices(line).filter((notes) => notes.length > 0);

/** A mistake in a measure of its own. */
export interface FlawPlace {
  readonly flaw: FlawKind;
  /** Performed, from 0. */
  readonly measureIndex: number;
}

/**
 * Chooses mistakes at random places of a line, in different measures so that each can be told from the others.
 * @param kinds which mistakes; one that fits nowhere in this line is left out.
 * @param first one that is made where it is said, before the others; left out where it does not fit.
 */
export function chooseFlaws(
  line: Line,
  kinds: readonly FlawKind[],
  seed: number,
  first?: FlawPlace,
): readonly Flaw[] {
  const random = createRandom(seed);
  const voices = voicesWithNotes(line);
  const possible = flawKindsOf(line);
  const takenMeasures = new Set<number>();
  const wanted = [...(first ? [first] : []), ...kinds.map((flaw) => ({ flaw, measureIndex: undefined }))];
  return wanted.flatMap(({ flaw: kind, measureIndex }) => {
    if (!possible.includes(kind)) return [];
    const notes = voices.length > 1 ? random.pick(voices) : (voices[0] ?? []);
    const places = notes.filter(
      (note, index) =>
        !takenMeasures.has(note.measureIndex) &&
        (measureIndex ?? note.measureIndex) === note.measureIndex &&
        fits(kind, notes, index),
    );
    if (places.length === 0) return [];
    const note = random.pick(places);
    // The neighbours' verdicts lean on this note, so they stay free of other mistakes.
    for (const near of [-1, 0, 1]) takenMeasures.add(note.measureIndex + near);
    return [flawAt(kind, notes, notes.indexOf(note), random)];
  });
}

function fits(kind: FlawKind, notes: readonly WrittenNote[], index: number): boolean {
  const note = notes[index]!;
  const before = notes[index - 1];
  const after = notes[index + 1];
  if (!before || !after || note.freeTempo || note.fermata) return false;
  const isPitched = note.sound.kind === 'pitched';
  const isLong = compare(note.lengthQuarters, rational(2)) >= 0;
  switch (kind) {
    case 'wrong':
      return isPitched;
    case 'missing':
    case 'pause-before':
    case 'voice-silent':
    case 'voice-late':
      return true;
    case 'late':
    case 'early':
      return note.beats >= 1 && before.beats >= 1 && !after.freeTempo;
    case 'cut-short':
      return isPitched && isLong && !note.staccato;
    case 'extra-after':
      return isPitched && note.beats >= 1;
    case 'tie-restruck':
      return isPitched && note.tiedIds.length > 0;
    case 'restart-after':
      return note.measureIndex >= 2;
    case 'rest-cut':
      return restBetween(before, note) >= LEAST_REST_BEATS && !before.freeTempo;
    case 'held-on':
      return isPitched && !note.staccato && restBetween(note, after) >= LEAST_REST_BEATS;
  }
}

function flawAt(kind: FlawKind, notes: readonly WrittenNote[], index: number, random: Random): Flaw {
  const note = notes[index]!;
  const noteId = note.id;
  switch (kind) {
    case 'wrong': {
      // Never a pitch that the next or the last note has: that would be another mistake.
      const semitones = [1, -1, 2, -2, 3, -3].filter((step) => !neighbourHas(notes, index, step));
      return { kind, noteId, semitones: random.pick(semitones) };
    }
    case 'late':
    case 'early':
      return { kind, noteId, beats: random.uniform(SMALLEST_SHIFT_BEATS, LARGEST_SHIFT_BEATS) };
    case 'cut-short':
      return { kind, noteId, keptShare: random.uniform(0.3, 0.42) };
    case 'extra-after':
      return { kind, noteId, semitones: random.pick([2, -2, 4]) };
    case 'pause-before':
      return { kind, noteId, seconds: random.uniform(1, 2.2) };
    case 'restart-after': {
      const back = notes.find((candidate) => candidate.measureIndex === note.measureIndex - 1)!;
      return { kind, noteId, backToNoteId: back.id, seconds: random.uniform(0.8, 1.6) };
    }
    case 'rest-cut':
      return { kind, noteId, beats: random.uniform(0.5, 0.9) * restBetween(notes[index - 1]!, note) };
    case 'held-on':
      return { kind, noteId, beats: 0.95 * restBetween(note, notes[index + 1]!) };
    case 'voice-late':
      return { kind, noteId, beats: VOICE_LATE_BEATS };
    case 'missing':
    case 'tie-restruck':
    case 'voice-silent':
      return { kind, noteId };
  }
}

/** Beats of silence between two notes. */
const restBetween = (before: WrittenNote, note: WrittenNote) =>
  ((toNumber(note.onsetQuarters) - endQuarters(before)) * note.beats) / toNumber(note.lengthQuarters);

function neighbourHas(notes: readonly WrittenNote[], index: number, semitones: number): boolean {
  const own = notes[index]!.sound;
  if (own.kind !== 'pitched') return false;
  return [notes[index - 1], notes[index + 1]].some(
    (other) => other?.sound.kind === 'pitched' && other.sound.midi === own.midi + semitones,
  );
}
