import type { ReactNode } from 'react';
import { describeFingering, type Fingering } from '@/core/instruments';

interface FingeringDiagramProps {
  readonly fingering: Fingering;
  /** Holes of the instrument, thumb 0 first. */
  readonly holes: readonly number[];
  /** Height of a hole or valve in pixels. */
  readonly size: number;
}

/** A fingering as a drawing: closed is filled, open is empty, half is half filled. */
export function FingeringDiagram({ fingering, holes, size }: FingeringDiagramProps) {
  return (
    <span
      role="img"
      aria-label={describeFingering(fingering)}
      className="inline-block align-top leading-none"
    >
      {draw(fingering, holes, size)}
    </span>
  );
}

function draw(fingering: Fingering, holes: readonly number[], size: number): ReactNode {
  switch (fingering.kind) {
    case 'valves':
      return <Valves pressed={fingering.pressed} isWithThumb={fingering.isWithThumb} size={size} />;
    case 'slide':
      return <Slide position={fingering.position} size={size} />;
    case 'holes':
      return <Holes fingering={fingering} holes={holes} size={size} />;
    case 'string':
      return (
        <OnString
          string={fingering.string}
          mark={fingering.finger === 0 ? 'open' : `${fingering.finger}`}
          note={fingering.place === 'usual' ? '' : fingering.place}
          size={size}
        />
      );
    case 'fret':
      return (
        <OnString
          string={fingering.string}
          mark={fingering.fret === 0 ? 'open' : `${fingering.fret}`}
          note=""
          size={size}
        />
      );
  }
}

/** Three valves, the fourth where it is pressed, and the thumb above them where it chooses the other side. */
function Valves({
  pressed,
  isWithThumb = false,
  size,
}: {
  readonly pressed: readonly number[];
  readonly isWithThumb?: boolean | undefined;
  readonly size: number;
}) {
  const step = size * 1.15;
  const shown = [...(isWithThumb ? ['T'] : []), '1', '2', '3', ...(pressed.includes(4) ? ['4'] : [])];
  const isDown = (name: string) => name === 'T' || pressed.includes(Number(name));
  return (
    <svg
      aria-hidden="true"
      width={size + 2}
      height={step * shown.length + 2}
      viewBox={`-1 -1 ${size + 2} ${step * shown.length + 2}`}
    >
      {shown.map((valve, index) => (
        <g key={valve}>
          <circle
            cx={size / 2}
            cy={index * step + size / 2}
            r={size / 2 - 0.5}
            fill={isDown(valve) ? 'var(--color-ink)' : 'var(--color-paper)'}
            stroke="var(--color-ink)"
          />
          <text
            x={size / 2}
            y={index * step + size / 2 + size * 0.28}
            textAnchor="middle"
            fontSize={size * 0.8}
            fill={isDown(valve) ? 'var(--color-paper)' : 'var(--color-faint)'}
          >
            {valve}
          </text>
        </g>
      ))}
    </svg>
  );
}

function Slide({ position, size }: { readonly position: number; readonly size: number }) {
  const width = size * 3;
  const at = (place: number) => 2 + ((place - 1) * (width - 4)) / 6;
  return (
    <svg aria-hidden="true" width={width} height={size * 2.1} viewBox={`0 0 ${width} ${size * 2.1}`}>
      <path d={`M2 ${size * 1.7} H${width - 2}`} stroke="var(--color-ink)" />
      {[1, 2, 3, 4, 5, 6, 7].map((place) => (
        <path key={place} d={`M${at(place)} ${size * 1.5} v${size * 0.4}`} stroke="var(--color-ink)" />
      ))}
      <circle cx={at(position)} cy={size * 1.7} r={size * 0.3} fill="var(--color-ink)" />
      <text
        x={width / 2}
        y={size}
        textAnchor="middle"
        fontSize={size * 1.15}
        fontWeight="bold"
        fill="var(--color-ink)"
      >
        {position}
      </text>
    </svg>
  );
}

/** Upper hand over lower hand, with a gap between them; the thumb hole is a square. */
function Holes({
  fingering,
  holes,
  size,
}: {
  readonly fingering: Extract<Fingering, { kind: 'holes' }>;
  readonly holes: readonly number[];
  readonly size: number;
}) {
  const step = size * 1.1;
  const gap = size * 0.5;
  const y = (index: number) => index * step + gapsAbove(holes, index) * gap;
  const height = y(holes.length - 1) + size;
  return (
    <span className="inline-flex flex-col items-center">
      <svg
        aria-hidden="true"
        width={size + 2}
        height={height + 2}
        viewBox={`-1 -1 ${size + 2} ${height + 2}`}
      >
        {holes.map((hole, index) => {
          const covered = fingering.covered.find(({ number }) => number === hole);
          return (
            <HoleMark key={hole} isThumb={hole === 0} y={y(index)} size={size} state={stateOf(covered)} />
          );
        })}
      </svg>
      {fingering.keys.map((key) => (
        <span key={key} aria-hidden="true" style={{ fontSize: Math.max(11, size * 0.95) }}>
          {key.replace('octave', '8ve').replace('register', 'reg.').replace('-', ' ')}
        </span>
      ))}
    </span>
  );
}

function gapsAbove(holes: readonly number[], index: number): number {
  const before = holes.slice(0, index + 1);
  return (before.includes(4) ? 1 : 0) + (before.includes(1) && before.includes(0) ? 0.6 : 0);
}

type HoleState = 'open' | 'half' | 'closed';

function stateOf(hole: { readonly isHalf: boolean } | undefined): HoleState {
  if (!hole) return 'open';
  return hole.isHalf ? 'half' : 'closed';
}

function HoleMark({
  isThumb,
  y,
  size,
  state,
}: {
  readonly isThumb: boolean;
  readonly y: number;
  readonly size: number;
  readonly state: HoleState;
}) {
  const corner = isThumb ? size * 0.2 : size / 2;
  const common = { x: 0, width: size, rx: corner, stroke: 'var(--color-ink)' };
  return (
    <g>
      <rect
        {...common}
        y={y}
        height={size}
        fill={state === 'closed' ? 'var(--color-ink)' : 'var(--color-paper)'}
      />
      {state === 'half' && (
        <path
          d={`M0 ${y + size / 2} h${size} a${size / 2} ${size / 2} 0 0 1 ${-size} 0 z`}
          fill="var(--color-ink)"
        />
      )}
    </g>
  );
}

function OnString({
  string,
  mark,
  note,
  size,
}: {
  readonly string: string;
  readonly mark: string;
  readonly note: string;
  readonly size: number;
}) {
  return (
    <span
      aria-hidden="true"
      className="inline-flex flex-col items-center"
      style={{ fontSize: Math.max(12, size * 1.1) }}
    >
      <span className="font-bold">{mark}</span>
      <span className="border-t-2 border-ink px-1">{string}</span>
      {note && <span className="text-[0.8em]">{note === 'low' ? '↓ low' : '↑ high'}</span>}
    </span>
  );
}
