'use client';
import { type ReactNode, type RefObject, useImperativeHandle, useRef, useSyncExternalStore } from 'react';
import type { EngravedSystem, Engraving } from '@/engraving/engraving';
import type { Place } from './places';

export interface LineEngravings {
  readonly wide: Engraving;
  readonly narrow: Engraving;
}

const NARROW_SCREEN = '(max-width: 700px)';

/** Whether the narrow layout fits this screen better. */
export function isNarrowScreen(): boolean {
  return window.matchMedia(NARROW_SCREEN).matches;
}

function watchScreen(changed: () => void): () => void {
  const query = window.matchMedia(NARROW_SCREEN);
  query.addEventListener('change', changed);
  return () => query.removeEventListener('change', changed);
}

/** The engraving that fits the screen. */
export function useEngraving(engravings: LineEngravings): Engraving {
  const isNarrow = useSyncExternalStore(watchScreen, isNarrowScreen, () => false);
  return isNarrow ? engravings.narrow : engravings.wide;
}

/** Moves the playhead without redrawing the page. */
export interface PlayheadHandle {
  show(place: Place | undefined): void;
}

interface EngravedLineProps {
  readonly engraving: Engraving;
  /** Drawn over a system, in its pixels. */
  readonly over?: (system: EngravedSystem, index: number) => ReactNode;
  /** Set over a system and what is drawn on it, to be touched. */
  readonly touch?: (system: EngravedSystem, index: number) => ReactNode;
  /** Set under a system. */
  readonly under?: (system: EngravedSystem, index: number) => ReactNode;
  readonly playhead?: RefObject<PlayheadHandle | null>;
}

/** The written line: its systems one under the other, with what is pencilled over and under each. */
export function EngravedLine({ engraving, over, touch, under, playhead }: EngravedLineProps) {
  const lines = useRef<(SVGLineElement | null)[]>([]);
  useImperativeHandle(playhead, () => ({
    show(place) {
      lines.current.forEach((line, index) => {
        if (!line) return;
        const isHere = place?.system === index;
        line.style.visibility = isHere ? 'visible' : 'hidden';
        if (isHere) line.setAttribute('transform', `translate(${place.x} 0)`);
      });
    },
  }));
  return (
    <div className="space-y-3">
      {engraving.systems.map((system, index) => (
        <div key={system.measures[0]!.printedIndex}>
          <div className="relative">
            <div
              role="img"
              aria-label={`Written music, ${describeMeasures(system)}`}
              className="text-ink [&>svg]:block [&>svg]:h-auto [&>svg]:w-full"
              // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn by Mevlo's own engraver; all text from files is escaped in the engraving source.
              dangerouslySetInnerHTML={{ __html: system.svg }}
            />
            <svg
              aria-hidden="true"
              viewBox={`0 0 ${system.width} ${system.height}`}
              className="pointer-events-none absolute inset-0 h-full w-full overflow-visible"
            >
              {over?.(system, index)}
              {playhead && (
                <line
                  ref={(line) => {
                    lines.current[index] = line;
                  }}
                  y1={system.staffTop - 14}
                  y2={system.staffBottom + 14}
                  stroke="var(--color-cool)"
                  strokeWidth="3"
                  style={{ visibility: 'hidden' }}
                />
              )}
            </svg>
            {touch?.(system, index)}
          </div>
          {under?.(system, index)}
        </div>
      ))}
    </div>
  );
}

function describeMeasures({ measures }: EngravedSystem): string {
  const first = measures[0]!.printedIndex + 1;
  const last = measures.at(-1)!.printedIndex + 1;
  return first === last ? `measure ${first} of the page` : `measures ${first} to ${last} of the page`;
}
