import { median } from '../base';
import type { Following } from '../following';
import type { Heard } from '../listening';

/** Why a teacher should hear a take with their own ears: a reason, never an accusation. */
export type Remark = 'same-as-own' | 'same-as-anothers' | 'backing-alone' | 'like-the-model';

/** When things begin in a recording, and how high they are: enough to know it again. */
export interface Outline {
  /** Seconds, rising. */
  readonly onsetsSeconds: readonly number[];
  /** Of the same tones, MIDI with cents as fraction; none for strokes. */
  readonly midi: readonly number[];
}

/** The tones of a recording; of one without tones its strokes. */
export function outlineOf({ tones, strikes }: Heard): Outline {
  return tones.length >= FEWEST_ALIKE
    ? { onsetsSeconds: tones.map((tone) => tone.onsetSeconds), midi: tones.map((tone) => tone.midi) }
    : { onsetsSeconds: strikes.map((strike) => strike.onsetSeconds), midi: [] };
}

/**
 * The same recording, cut or turned up or packed otherwise, is heard alike to the hundredth of a second; nobody plays a
 * line twice so. Source: the timing of one player's repetitions differs by 10–20 ms a note (B. H. Repp, "Patterns of
 * expressive timing", JASA 92, 1992; from memory).
 */
const ALIKE_SECONDS = 0.005;
const ALIKE_SEMITONES = 0.06;
const ALIKE_SHARE = 0.85;
const FEWEST_ALIKE = 8;

/** Whether two outlines are of one recording. */
export function isSameRecording(a: Outline, b: Outline): boolean {
  const [short, long] = a.onsetsSeconds.length <= b.onsetsSeconds.length ? [a, b] : [b, a];
  const needed = ALIKE_SHARE * long.onsetsSeconds.length;
  if (short.onsetsSeconds.length < Math.max(FEWEST_ALIKE, needed)) return false;
  if ((short.midi.length === 0) !== (long.midi.length === 0)) return false;
  // One of the first tones of each begins the part that both have.
  const starts = Math.ceil((1 - ALIKE_SHARE) * long.onsetsSeconds.length) + 1;
  for (let i = 0; i < starts; i++)
    for (let j = 0; j < starts; j++) if (countAlike(short, long, i, j) >= needed) return true;
  return false;
}

/** How many tones lie alike when one of each lies on the other. */
function countAlike(a: Outline, b: Outline, i: number, j: number): number {
  const shift = b.onsetsSeconds[j]! - a.onsetsSeconds[i]!;
  let at = 0;
  let count = 0;
  a.onsetsSeconds.forEach((onset, index) => {
    const wanted = onset + shift;
    while (at < b.onsetsSeconds.length && b.onsetsSeconds[at]! < wanted - ALIKE_SECONDS) at++;
    const isThere = at < b.onsetsSeconds.length && b.onsetsSeconds[at]! <= wanted + ALIKE_SECONDS;
    if (!isThere) return;
    if (a.midi.length === 0 || Math.abs(a.midi[index]! - b.midi[at]!) <= ALIKE_SEMITONES) count++;
  });
  return count;
}

/** Who plays every note, so close to the beat and so well in tune, may be a machine; the model's own samples speak late by as much. */
const EVEN_SECONDS = 0.02;
const EVEN_SEMITONES = 0.045;

/** Whether it is worth while to compare a take with the model. A good player passes here as well. */
export function mayBeTheModel({ notes }: Following): boolean {
  const played = notes.flatMap((note) => (note.kind === 'played' ? [note] : []));
  if (played.length < Math.max(FEWEST_ALIKE, notes.length)) return false;
  const isEven = (values: readonly number[], most: number) => {
    const middle = median(values);
    return median(values.map((value) => Math.abs(value - middle))) <= most;
  };
  const errors = played.flatMap(({ pitchErrorSemitones }) => pitchErrorSemitones ?? []);
  return (
    isEven(
      played.map(({ deviationSeconds }) => deviationSeconds),
      EVEN_SECONDS,
    ) &&
    (errors.length === 0 || isEven(errors, EVEN_SEMITONES))
  );
}

/** A tone that goes on so long is no line. */
const ONE_TONE_SHARE = 0.7;
const ONE_TONE_SEMITONES = 0.3;

/** Whether one tone fills a recording, as a drone does. */
export function isOneTone({ tones, durationSeconds }: Heard): boolean {
  const longest = tones.toSorted(
    (a, b) => b.endSeconds - b.onsetSeconds - (a.endSeconds - a.onsetSeconds),
  )[0];
  if (!longest) return false;
  const seconds = tones
    .filter(({ midi }) => Math.abs(midi - longest.midi) <= ONE_TONE_SEMITONES)
    .reduce((sum, tone) => sum + tone.endSeconds - tone.onsetSeconds, 0);
  return seconds >= ONE_TONE_SHARE * durationSeconds;
}

export function sayRemark(remark: Remark): string {
  switch (remark) {
    case 'like-the-model':
      return 'Please listen: it sounds like the model itself.';
    case 'same-as-own':
      return 'Please listen: it sounds like an earlier take again.';
    case 'same-as-anothers':
      return 'Please listen: it sounds like another student’s take.';
    case 'backing-alone':
      return 'Please listen: only the backing seems to sound.';
  }
}
