import type { MidiEvent } from 'midi-file';

/** An event with its time from the start. */
export interface TickEvent {
  readonly tick: number;
  readonly event: MidiEvent;
}

/** The events of a track, which the file dates from one to the next. */
export function withTicks(track: readonly MidiEvent[]): readonly TickEvent[] {
  let tick = 0;
  return track.map((event) => {
    tick += event.deltaTime;
    return { tick, event };
  });
}
