'use client';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import type { MeasureFault } from '@/core/notation';
import type { Desk } from '@/core/writing';
import type { EngravedSystem, Engraving } from '@/engraving/engraving';
import { EngravedLine } from '@/ui/music/engraved-line';
import { maybeCaretPlace, maybeTapAt, selectedBoxes, type Tap } from './staff-places';

interface StaffProps {
  readonly desk: Desk;
  readonly engraving: Engraving;
  readonly faults: readonly MeasureFault[];
  /** Whether a tap beside the notes writes one. */
  readonly hasPen: boolean;
  readonly onTap: (tap: Tap, extend: boolean) => void;
}

/** Whoever writes sees it: when the caret moves it is brought into sight, from wherever a button was pressed. */
function useCaretInSight({ caret, voiceIndex }: Desk) {
  const mark = useRef<SVGGElement>(null);
  const place = `${caret.measureIndex} ${caret.eventIndex} ${voiceIndex}`;
  const seen = useRef(place);
  useEffect(() => {
    if (seen.current !== place) mark.current?.scrollIntoView({ block: 'nearest' });
    seen.current = place;
  }, [place]);
  return mark;
}

/** The line under the pen: caret, selection, what does not add up, and where a tap would write. */
export function Staff({ desk, engraving, faults, hasPen, onTap }: StaffProps) {
  const [ghost, setGhost] = useState<{ readonly system: number; readonly x: number; readonly y: number }>();
  const caret = maybeCaretPlace(desk, engraving);
  const caretMark = useCaretInSight(desk);
  const tapOf = (event: PointerEvent<SVGElement>, system: EngravedSystem) => {
    const frame = event.currentTarget.getBoundingClientRect();
    const scale = system.width / frame.width;
    return maybeTapAt(
      desk,
      system,
      (event.clientX - frame.left) * scale,
      (event.clientY - frame.top) * scale,
    );
  };
  return (
    <EngravedLine
      engraving={engraving}
      over={(system, index) => (
        <>
          {selectedBoxes(desk, system).map((box) => (
            <rect
              key={`${box.x}-${box.y}`}
              x={box.x - 3}
              y={box.y - 4}
              width={box.width + 6}
              height={box.height + 8}
              rx="4"
              fill="var(--color-cool)"
              fillOpacity="0.22"
              stroke="var(--color-cool)"
              strokeWidth="1.5"
            />
          ))}
          {faults.map((fault) => (
            <FaultBracket key={`${fault.measureIndex}-${fault.voiceIndex}`} fault={fault} system={system} />
          ))}
          {ghost?.system === index && hasPen && (
            <ellipse cx={ghost.x} cy={ghost.y} rx="8" ry="6" fill="var(--color-cool)" fillOpacity="0.45" />
          )}
          {caret?.system === index && (
            <g
              ref={caretMark}
              stroke="var(--color-cool)"
              strokeWidth="2.5"
              className="scroll-my-16 motion-safe:animate-pulse"
            >
              <line x1={caret.x} x2={caret.x} y1={caret.top} y2={caret.bottom} />
              <path
                d={`M${caret.x - 5} ${caret.bottom + 6} L${caret.x} ${caret.bottom} L${caret.x + 5} ${caret.bottom + 6}`}
                fill="none"
              />
            </g>
          )}
          <rect
            data-testid="staff"
            width={system.width}
            height={system.height}
            fill="transparent"
            className={`pointer-events-auto touch-manipulation ${hasPen ? 'cursor-crosshair' : 'cursor-pointer'}`}
            onPointerMove={(event) => {
              const tap = hasPen && event.pointerType === 'mouse' ? tapOf(event, system) : undefined;
              setGhost(tap?.kind === 'place' ? { system: index, x: tap.x, y: tap.y } : undefined);
            }}
            onPointerLeave={() => setGhost(undefined)}
            onPointerUp={(event) => {
              const tap = tapOf(event, system);
              if (tap) onTap(tap, event.shiftKey);
            }}
          />
        </>
      )}
    />
  );
}

function FaultBracket({ fault, system }: { readonly fault: MeasureFault; readonly system: EngravedSystem }) {
  const measure = system.measures.find(({ printedIndex }) => printedIndex === fault.measureIndex);
  if (!measure || fault.voiceIndex > 0) return null;
  const y = system.staffTop - 22;
  // The number of the measure stands before the first one of a system.
  const [left, right] = [
    measure.x + (measure === system.measures[0] ? 14 : 4),
    measure.x + measure.width - 4,
  ];
  return (
    <path
      d={`M${left} ${y + 8} V${y} H${right} V${y + 8}`}
      fill="none"
      stroke="var(--color-warm)"
      strokeWidth="2.5"
      strokeDasharray={fault.isWrong ? '7 4' : '2 4'}
    />
  );
}
