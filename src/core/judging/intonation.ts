import { FEWEST_ALIKE, FEWEST_TO_COMPARE, maybeMedianSlope, median } from '../base';
import type { Following } from '../following';
import type { WrittenNote } from '../notation';

/** How a take was in tune, apart from right and wrong: each note against the player's own tuning. */
export interface Intonation {
  readonly notes: readonly {
    readonly noteId: string;
    readonly measureIndex: number;
    readonly cents: number;
  }[];
  /** How far the pitch went from the first note to the last one; undefined where too few tell. */
  readonly driftCents: number | undefined;
  /** Notes that lie high or low whenever they come, by their sounding pitch. */
  readonly tendencies: readonly { readonly midi: number; readonly cents: number; readonly count: number }[];
}

/** Further off it is another note. */
const MOST_CENTS = 60;
/** Less is what good players differ by from note to note. Common practice: listeners notice 10–20 cents. */
const TENDENCY_CENTS = 15;

/** @param written notes of `following`, in order. @returns undefined for a take without tones that last. */
export function intonationOf(
  written: readonly WrittenNote[],
  { notes, soundsAreSustained }: Following,
): Intonation | undefined {
  if (!soundsAreSustained) return undefined;
  const measured = notes.flatMap((note, index) => {
    const { sound } = written[index]!;
    if (note.kind !== 'played' || note.sound.kind !== 'tone' || sound.kind !== 'pitched') return [];
    const cents = 100 * (note.pitchErrorSemitones ?? 0);
    if (Math.abs(cents) > MOST_CENTS) return [];
    return [{ ...note, cents, midi: sound.midi, seconds: note.sound.onsetSeconds }];
  });
  if (measured.length === 0) return undefined;
  return {
    notes: measured.map(({ noteId, measureIndex, cents }) => ({
      noteId,
      measureIndex,
      cents: Math.round(cents),
    })),
    driftCents: driftOf(measured),
    tendencies: [...centsByPitch(measured)].flatMap(([midi, cents]) => {
      const middle = median(cents);
      const isAlways = cents.every((one) => Math.sign(one) === Math.sign(middle));
      if (cents.length < FEWEST_ALIKE || Math.abs(middle) < TENDENCY_CENTS || !isAlways) return [];
      return [{ midi, cents: Math.round(middle), count: cents.length }];
    }),
  };
}

function centsByPitch(
  measured: readonly { readonly midi: number; readonly cents: number }[],
): ReadonlyMap<number, readonly number[]> {
  const groups = new Map<number, number[]>();
  for (const { midi, cents } of measured) groups.set(midi, [...(groups.get(midi) ?? []), cents]);
  return groups;
}

/** The median of all slopes, so that one note off says nothing, over the time from the first to the last. */
function driftOf(
  measured: readonly { readonly seconds: number; readonly cents: number }[],
): number | undefined {
  if (measured.length < FEWEST_TO_COMPARE) return undefined;
  const slope = maybeMedianSlope(
    measured.map(({ seconds, cents }) => ({ x: seconds, y: cents })),
    1,
  );
  return slope === undefined
    ? undefined
    : Math.round(slope * (measured.at(-1)!.seconds - measured[0]!.seconds));
}
