import type { LineEvent, Part } from '../notation';
import { divide, measureLength, toNumber } from '../time';
import { type CountedEvent, countedBeat, countedEvents } from './counted-beat';

/** Why an entry is easily missed. */
export type EntryKind = 'off-beat-after-rest' | 'after-tie' | 'pickup-inside';

export interface Entry {
  readonly eventId: string;
  readonly measureIndex: number;
  readonly kind: EntryKind;
  /** The rest or held note that must be counted through to come in. */
  readonly waitedOnId: string;
}

interface Placed extends CountedEvent {
  readonly measureIndex: number;
  readonly lastBeat: number;
}

/** Notes whose entry is easily missed, in order: off-beats after rests, notes after ties, pickups inside the line. */
export function easilyMissedEntries(part: Part): readonly Entry[] {
  const placed: Placed[] = part.measures.flatMap((measure, measureIndex) => {
    const beat = countedBeat(measure.meter, 'beats');
    const counted = countedEvents(measure, beat);
    const lastBeat = Math.ceil(toNumber(divide(measureLength(measure.meter), beat.quarters))) - 1;
    return counted.map((event) => ({ ...event, measureIndex, lastBeat }));
  });
  return placed.flatMap((entry, index) => {
    const previous = placed[index - 1];
    if (!previous || entry.event.kind === 'rest' || entry.event.tiedFromPrevious) return [];
    const kind = kindOf(entry, previous);
    return kind
      ? [{ eventId: entry.event.id, measureIndex: entry.measureIndex, kind, waitedOnId: previous.event.id }]
      : [];
  });
}

function kindOf(entry: Placed, previous: Placed): EntryKind | undefined {
  if (previous.event.kind === 'rest' && !entry.startsOnBeat) return 'off-beat-after-rest';
  if (previous.event.kind === 'note' && previous.event.tiedFromPrevious) return 'after-tie';
  const isUpbeat = entry.segments[0].beat === entry.lastBeat && entry.lastBeat > 0;
  if (isUpbeat && endsSomething(previous.event)) return 'pickup-inside';
  return undefined;
}

/** A phrase ends with a rest or a breath. */
function endsSomething(event: LineEvent): boolean {
  return event.kind === 'rest' ? !event.fillsMeasure : event.breathAfter;
}
