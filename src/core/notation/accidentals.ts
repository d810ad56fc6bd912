import { keyAlteration, type Spelling } from '../pitch';
import { compare } from '../time';
import { graceId, headsOf } from './heads';
import type { LineEvent, Measure, Note, WrittenPitch } from './line';
import { placedEvents } from './placed-events';

/** How the pitch of a note head is told to the reader: by a printed sign, or by key, an earlier sign or a tie. */
export interface HeadSign {
  readonly alter: Spelling['alter'];
  readonly isPrinted: boolean;
}

/**
 * The signs before the heads of a measure: one list per note, its own pitch first, then its chord pitches; one per small note before it,
 * by `graceId`.
 * A sign lasts to the barline, on its own staff and in its own octave, whichever voice it stands in.
 */
export function headSigns(measure: Measure): ReadonlyMap<string, readonly (HeadSign | undefined)[]> {
  const signs = new Map<string, readonly (HeadSign | undefined)[]>();
  const voices = [{ staff: 'upper' as const, events: measure.events }, ...measure.otherVoices];
  for (const staff of ['upper', 'lower'] as const) {
    const inForce = new Map<string, number>();
    for (const event of inTime(voices.filter((voice) => voice.staff === staff).map(({ events }) => events))) {
      if (event.kind === 'rest') continue;
      event.graces?.forEach((grace, index) => {
        signs.set(graceId(event, index), [signOf(grace, false, measure.keyFifths, inForce)]);
      });
      signs.set(
        event.id,
        headsOf(event).map((head, index) => {
          const sign = signOf(head, event.tiedFromPrevious, measure.keyFifths, inForce);
          return sign && index === 0 && event.courtesy ? { ...sign, isPrinted: true } : sign;
        }),
      );
    }
  }
  return signs;
}

/** Readers take every printed sign for a courtesy; only those that no rule asks for are. */
export function withCourtesiesOnly(measure: Measure): Measure {
  const plain = mapNotes(measure, ({ courtesy: _, ...note }) => note);
  const needed = headSigns(plain);
  return mapNotes(measure, ({ courtesy, ...note }) =>
    courtesy && needed.get(note.id)?.[0]?.isPrinted === false ? { ...note, courtesy } : note,
  );
}

function mapNotes(measure: Measure, change: (note: Note) => Note): Measure {
  const inVoice = (events: readonly LineEvent[]) =>
    events.map((event) => (event.kind === 'note' ? change(event) : event));
  return {
    ...measure,
    events: inVoice(measure.events),
    otherVoices: measure.otherVoices.map((voice) => ({ ...voice, events: inVoice(voice.events) })),
  };
}

function inTime(voices: readonly (readonly LineEvent[])[]): readonly LineEvent[] {
  return voices
    .flatMap((events) => placedEvents(events))
    .sort((a, b) => compare(a.at, b.at))
    .map(({ event }) => event);
}

function signOf(
  head: WrittenPitch,
  isTied: boolean,
  keyFifths: number,
  inForce: Map<string, number>,
): HeadSign | undefined {
  if (head.kind === 'unpitched') return undefined;
  const { step, octave, alter } = head.spelling;
  const place = `${step}${octave}`;
  const expected = inForce.get(place) ?? keyAlteration(step, keyFifths);
  if (isTied) return { alter, isPrinted: false };
  inForce.set(place, alter);
  return { alter, isPrinted: alter !== expected };
}
