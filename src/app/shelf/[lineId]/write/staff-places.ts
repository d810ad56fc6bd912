import { voicesOf } from '@/core/notation';
import type { Spelling } from '@/core/pitch';
import {
  type Desk,
  eventsAt,
  maybeSelection,
  type Position,
  partOf,
  spellingOnStaff,
  targets,
} from '@/core/writing';
import type { Box, EngravedSystem, Engraving } from '@/engraving/engraving';

/** How near a tap must be to a note to mean it, in pixels of the drawing. */
const REACH_PIXELS = 14;
const CARET_GAP_PIXELS = 7;
/** Where the first note of an empty measure will stand, as a share of its width: after the clef and the meter, if there. */
const EMPTY_SHARE = 0.35;
const EMPTY_SHARE_AFTER_CLEF = 0.72;

/** Where a tap on the staff goes. */
export type Tap =
  | { readonly kind: 'event'; readonly eventId: string; readonly voiceIndex: number }
  | {
      readonly kind: 'place';
      readonly at: Position;
      readonly voiceIndex: number;
      readonly spelling: Spelling;
      /** Where the note head would be drawn. */
      readonly x: number;
      readonly y: number;
    };

/** What lies at a point of a system's drawing. Beside the measures, the nearest one is meant. */
export function maybeTapAt(desk: Desk, system: EngravedSystem, x: number, y: number): Tap | undefined {
  const measure = system.measures.find((m) => x <= m.x + m.width) ?? system.measures.at(-1);
  if (!measure) return undefined;
  const measureIndex = measure.printedIndex;
  const written = partOf(desk).measures[measureIndex];
  if (!written) return undefined;
  const voices = voicesOf(written);
  const heads = voices.flatMap((events, voiceIndex) =>
    events.flatMap((event) => {
      const box = system.events[event.id];
      return box ? [{ eventId: event.id, voiceIndex, distance: distanceTo(box, x, y) }] : [];
    }),
  );
  const nearest = heads.toSorted((a, b) => a.distance - b.distance)[0];
  if (nearest && nearest.distance < REACH_PIXELS)
    return { kind: 'event', eventId: nearest.eventId, voiceIndex: nearest.voiceIndex };
  const staff = staffAt(system, y);
  const voiceIndex = voiceOnStaff(desk, staff.name, measureIndex);
  const events = voices[voiceIndex] ?? [];
  const eventIndex = events.filter(({ id }) => (system.events[id]?.x ?? 0) < x).length;
  const halfSpace = (staff.bottom - staff.top) / 8;
  const middle = (staff.top + staff.bottom) / 2;
  const steps = halfSpace > 0 ? Math.round((middle - y) / halfSpace) : 0;
  const clef = staff.name === 'lower' ? (written.lowerClef ?? 'bass') : written.clef;
  return {
    kind: 'place',
    at: { measureIndex, eventIndex },
    voiceIndex,
    spelling: spellingOnStaff(clef, steps, written.keyFifths),
    x,
    y: middle - steps * halfSpace,
  };
}

function distanceTo(box: Box, x: number, y: number): number {
  const dx = Math.max(box.x - x, 0, x - box.x - box.width);
  const dy = Math.max(box.y - y, 0, y - box.y - box.height);
  return Math.hypot(dx, dy);
}

interface Staff {
  readonly name: 'upper' | 'lower';
  readonly top: number;
  readonly bottom: number;
}

function staffAt({ staffTop, staffBottom, lowerStaff }: EngravedSystem, y: number): Staff {
  const isLower = lowerStaff && y > (staffBottom + lowerStaff.top) / 2;
  return isLower ? { name: 'lower', ...lowerStaff } : { name: 'upper', top: staffTop, bottom: staffBottom };
}

/** The voice that is being written when it is on that staff, else the staff's first one. */
function voiceOnStaff(desk: Desk, staff: Staff['name'], measureIndex: number): number {
  const staves = ['upper', ...partOf(desk).measures[measureIndex]!.otherVoices.map((voice) => voice.staff)];
  if (staves[desk.voiceIndex] === staff) return desk.voiceIndex;
  return Math.max(0, staves.indexOf(staff));
}

/** A place on a system of the drawing. */
export interface CaretPlace {
  readonly system: number;
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
}

/** Where the caret stands on the drawing; undefined while its measure is not drawn yet. */
export function maybeCaretPlace(desk: Desk, { systems }: Engraving): CaretPlace | undefined {
  const { measureIndex, eventIndex } = desk.caret;
  const system = systems.findIndex(({ measures }) => measures.some((m) => m.printedIndex === measureIndex));
  const drawn = systems[system];
  const measure = drawn?.measures.find((m) => m.printedIndex === measureIndex);
  if (!drawn || !measure) return undefined;
  const events = eventsAt(desk, measureIndex);
  const before = events[eventIndex - 1] && drawn.events[events[eventIndex - 1]!.id];
  const after = events[eventIndex] && drawn.events[events[eventIndex]!.id];
  const x = before
    ? before.x + before.width + CARET_GAP_PIXELS
    : after
      ? after.x - CARET_GAP_PIXELS
      : measure.x + measure.width * (measure === drawn.measures[0] ? EMPTY_SHARE_AFTER_CLEF : EMPTY_SHARE);
  const otherVoice = partOf(desk).measures[measureIndex]!.otherVoices[desk.voiceIndex - 1];
  const staff =
    otherVoice?.staff === 'lower' && drawn.lowerStaff
      ? drawn.lowerStaff
      : { top: drawn.staffTop, bottom: drawn.staffBottom };
  return { system, x, top: staff.top - 12, bottom: staff.bottom + 12 };
}

/** Boxes of what is selected, on one system. */
export function selectedBoxes(desk: Desk, system: EngravedSystem): readonly Box[] {
  if (!maybeSelection(desk)) return [];
  return targets(desk).flatMap(({ id }) => system.events[id] ?? []);
}
