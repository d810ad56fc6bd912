'use client';
import { type KeyboardEvent, useRef } from 'react';
import type { EngravedSystem } from '@/engraving/engraving';

interface StaffTouchProps {
  readonly system: EngravedSystem;
  /** Events of the first voice in this system, in order, with what is said of them. */
  readonly events: readonly { readonly id: string; readonly label: string }[];
  readonly chosen: string | undefined;
  readonly onChoose: (eventId: string) => void;
}

const LEAST_WIDTH = 18;
const REACH = 26;

/** Invisible buttons over notes and rests. One stop of the tab key for each system; arrow keys go along the notes. */
export function StaffTouch({ system, events, chosen, onChoose }: StaffTouchProps) {
  const group = useRef<HTMLDivElement>(null);
  const stop = events.some(({ id }) => id === chosen) ? chosen : events[0]?.id;
  const move = (event: KeyboardEvent, from: number) => {
    const way = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    const target = way && events[from + way];
    if (!target) return;
    event.preventDefault();
    onChoose(target.id);
    group.current?.querySelector<HTMLElement>(`[data-event="${target.id}"]`)?.focus();
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a fieldset would bring a border and a legend into the staff.
    <div ref={group} role="group" aria-label="Notes and rests of this system" className="absolute inset-0">
      {events.map(({ id, label }, index) => {
        const box = system.events[id];
        if (!box) return null;
        const width = Math.max(LEAST_WIDTH, box.width + 6);
        const top = Math.min(system.staffTop, box.y) - REACH;
        const bottom = Math.max(system.staffBottom, box.y + box.height) + REACH;
        return (
          <button
            key={id}
            type="button"
            data-event={id}
            aria-label={label}
            aria-pressed={id === chosen}
            tabIndex={id === stop ? 0 : -1}
            onClick={() => onChoose(id)}
            onKeyDown={(event) => move(event, index)}
            className={`absolute scroll-mt-16 rounded-md ${id === chosen ? 'bg-cool/15 outline-2 outline-cool' : 'hover:bg-cool/10'}`}
            style={{
              left: `${(100 * (box.x + box.width / 2 - width / 2)) / system.width}%`,
              width: `${(100 * width) / system.width}%`,
              top: `${(100 * top) / system.height}%`,
              height: `${(100 * (bottom - top)) / system.height}%`,
            }}
          />
        );
      })}
    </div>
  );
}
