'use client';
import { type ReactNode, type RefObject, useImperativeHandle, useRef, useSyncExternalStore } from 'react';
import type { Words } from '@/core/time';
import type { EngravedSystem, Engraving } from '@/engraving/engraving';
import { useWords } from '../vocabulary';
import { DrawnSystem } from './drawn-system';
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
  /** @param lit the event whose counting is said at the moment. */
  show(place: Place | undefined, lit?: Place): void;
}

/** Pixels of the marker over the counting that is said, and its distance from the staff. */
const LIT_WIDTH = 34;
const LIT_GAP = 16;
/** Above the words themselves. */
const LIT_ROOM = 3;

/** Where the counting begins that is lit up. */
const litTop = ({ wordsTop, staffBottom }: EngravedSystem): number =>
  wordsTop === undefined ? staffBottom + LIT_GAP : wordsTop - LIT_ROOM;

function putAt(element: SVGElement | null | undefined, x: number | undefined): void {
  if (!element) return;
  element.style.visibility = x === undefined ? 'hidden' : 'visible';
  if (x !== undefined) element.setAttribute('transform', `translate(${x} 0)`);
}

/** So much of the window's lower edge is taken by what stays there while something plays. */
const BAR_PIXELS = 96;

/** Brings a system to the top of the window, unless all of it can be seen and nothing has begun. */
function bringIntoSight(row: HTMLElement | null | undefined, isBeginning: boolean): void {
  if (!row) return;
  const { top, bottom } = row.getBoundingClientRect();
  if (!isBeginning && top >= 0 && bottom <= window.innerHeight - BAR_PIXELS) return;
  const isStill = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
  row.scrollIntoView({ block: 'start', behavior: isStill ? 'instant' : 'smooth' });
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
  /** The page goes along with the playhead, system by system. */
  readonly isFollowed?: boolean;
}

/** The written line: its systems one under the other, with what is pencilled over and under each. */
export function EngravedLine({
  engraving,
  over,
  touch,
  under,
  playhead,
  isFollowed = false,
}: EngravedLineProps) {
  const words = useWords();
  const heads = useRef<(SVGGElement | null)[]>([]);
  const markers = useRef<(SVGRectElement | null)[]>([]);
  const rows = useRef<(HTMLDivElement | null)[]>([]);
  /** The system that was brought into sight last; undefined before something plays. */
  const inSight = useRef<number | undefined>(undefined);
  useImperativeHandle(playhead, () => ({
    show(place, lit) {
      if (isFollowed && place && place.system !== inSight.current)
        bringIntoSight(rows.current[place.system], inSight.current === undefined);
      inSight.current = place?.system;
      engraving.systems.forEach((_, index) => {
        putAt(heads.current[index], place?.system === index ? place.x : undefined);
        putAt(markers.current[index], lit?.system === index ? lit.x : undefined);
      });
    },
  }));
  return (
    <div className="space-y-3">
      {engraving.systems.map((system, index) => (
        <div
          key={system.measures[0]!.printedIndex}
          ref={(row) => {
            rows.current[index] = row;
          }}
          data-system={index}
          className="scroll-mt-2"
        >
          <div className="relative">
            <DrawnSystem system={system} label={`Written music, ${describeMeasures(system, words)}`}>
              {over?.(system, index)}
              {playhead && (
                <>
                  <rect
                    ref={(marker) => {
                      markers.current[index] = marker;
                    }}
                    x={-LIT_WIDTH / 2}
                    width={LIT_WIDTH}
                    y={litTop(system)}
                    height={Math.max(0, system.height - litTop(system))}
                    rx="6"
                    fill="var(--color-cool)"
                    fillOpacity="0.22"
                    style={{ visibility: 'hidden' }}
                  />
                  <g
                    ref={(head) => {
                      heads.current[index] = head;
                    }}
                    style={{ visibility: 'hidden' }}
                  >
                    <path
                      d={`M0 ${system.staffTop - 14} V${system.staffBottom + 14}`}
                      stroke="var(--color-cool)"
                      strokeWidth="3"
                    />
                    <path d={`M-7 ${system.staffTop - 20} h14 l-7 9 z`} fill="var(--color-cool)" />
                  </g>
                </>
              )}
            </DrawnSystem>
            {touch?.(system, index)}
          </div>
          {under?.(system, index)}
        </div>
      ))}
    </div>
  );
}

function describeMeasures({ measures }: EngravedSystem, words: Words): string {
  const first = measures[0]!.printedIndex + 1;
  const last = measures.at(-1)!.printedIndex + 1;
  return first === last
    ? `${words.measure} ${first} of the page`
    : `${words.measures} ${first} to ${last} of the page`;
}
