'use client';
import { ZoomIn, ZoomOut } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { Verdict } from '@/core/judging';
import { PITCH_STEP_SECONDS } from '@/core/listening';
import type { Line } from '@/core/notation';
import { midiToSpelling, pitchName } from '@/core/pitch';
import type { Words } from '@/core/time';
import { useWords } from '../vocabulary';
import { type Bar, type TakePicture, takePicture } from './take-picture';

interface PlayedPictureProps {
  readonly line: Line;
  readonly verdict: Verdict;
  /** Every `PITCH_STEP_SECONDS`. */
  readonly pitches: readonly (number | null)[];
  readonly onHear: (measureIndex: number) => void;
}

/** Pixels a second. */
const ZOOMS = [50, 90, 150, 240] as const;
const ROW_PIXELS = 11;
const STROKE_ROWS = 4;
const TOP_PIXELS = 22;
const LEFT_PIXELS = 44;

/** What was heard drawn over what was written: frames are due, filled bars were played, against the beats. */
export function PlayedPicture({ line, verdict, pitches, onHear }: PlayedPictureProps) {
  const picture = useMemo(
    () => takePicture(line, verdict, { stepSeconds: PITCH_STEP_SECONDS, pitches }),
    [line, verdict, pitches],
  );
  const [zoom, setZoom] = useState(1);
  const words = useWords();
  if (!picture) return null;
  const scale = ZOOMS[zoom]!;
  const [lowest, highest] = picture.range ?? [0, STROKE_ROWS - 1];
  const height = TOP_PIXELS + (highest - lowest + 1) * ROW_PIXELS;
  const width = LEFT_PIXELS + (picture.toSeconds - picture.fromSeconds) * scale;
  const x = (seconds: number) => LEFT_PIXELS + (seconds - picture.fromSeconds) * scale;
  const y = (midi: number | undefined) =>
    TOP_PIXELS + (highest - (midi ?? (STROKE_ROWS - 1) / 2) + 0.5) * ROW_PIXELS;
  return (
    <details className="mt-4 border-t-2 border-rule pt-3">
      <summary className="min-h-11 cursor-pointer py-2.5 text-cool underline underline-offset-4">
        What was heard, over what was written
      </summary>
      <div className="my-2 flex flex-wrap items-center gap-2">
        <ZoomButton label="Wider" isOff={zoom === ZOOMS.length - 1} onClick={() => setZoom(zoom + 1)}>
          <ZoomIn aria-hidden className="size-5" />
        </ZoomButton>
        <ZoomButton label="Narrower" isOff={zoom === 0} onClick={() => setZoom(zoom - 1)}>
          <ZoomOut aria-hidden className="size-5" />
        </ZoomButton>
        <span className="text-base text-faint">
          Frame: due. Full bar: played right. Striped: played otherwise. Dotted: not written. Thin line: the
          pitch from moment to moment.
        </span>
      </div>
      <section
        aria-label="Picture of the take"
        className="overflow-x-auto border border-rule"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: whoever has no mouse scrolls by the keyboard.
        tabIndex={0}
      >
        <svg
          role="img"
          aria-label={sayPicture(picture, words)}
          width={width}
          height={height}
          className="block"
        >
          <defs>
            <pattern
              id="otherwise"
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="6" height="6" fill="var(--color-warm-wash)" />
              <rect width="3" height="6" fill="var(--color-warm)" />
            </pattern>
          </defs>
          {picture.beats.map(({ seconds, measureNumber }, index) => (
            <g key={index}>
              <path
                d={`M${x(seconds)} ${TOP_PIXELS - 4} V${height}`}
                stroke="var(--color-rule)"
                strokeWidth={measureNumber === undefined ? 1 : 2.5}
                strokeDasharray={measureNumber === undefined ? '3 4' : undefined}
              />
              {measureNumber !== undefined && (
                <text x={x(seconds) + 3} y={14} fontSize="14" fill="var(--color-ink)">
                  {measureNumber === 0 ? words.pickup : measureNumber}
                </text>
              )}
            </g>
          ))}
          {picture.range && <Pitches picture={picture} line={line} verdict={verdict} y={y} />}
          {picture.notes.map(({ noteId, measureIndex, written, played, isRight }) => (
            // biome-ignore lint/a11y/noStaticElementInteractions: a shortcut; the ledger's cells do the same by keyboard.
            <g key={noteId} onClick={() => onHear(measureIndex)} className="cursor-pointer">
              {played && (
                <Block
                  bar={played}
                  x={x}
                  y={y}
                  fill={isRight ? 'var(--color-cool-wash)' : 'url(#otherwise)'}
                  stroke={isRight ? 'var(--color-cool)' : 'var(--color-warm)'}
                />
              )}
              {written && <Block bar={written} x={x} y={y} fill="none" stroke="var(--color-ink)" />}
            </g>
          ))}
          {picture.extras.map((bar) => (
            <Block
              key={bar.fromSeconds}
              bar={bar}
              x={x}
              y={y}
              fill="var(--color-warm-wash)"
              stroke="var(--color-warm)"
              dash="2 3"
            />
          ))}
          <path
            d={picture.traces
              .map(
                (trace) =>
                  `M${trace.map(({ seconds, midi }) => `${round(x(seconds))} ${round(y(midi))}`).join('L')}`,
              )
              .join('')}
            fill="none"
            stroke="var(--color-ink)"
            strokeWidth="1.6"
            strokeLinejoin="round"
            pointerEvents="none"
          />
        </svg>
      </section>
    </details>
  );
}

const round = (pixels: number) => Math.round(pixels * 10) / 10;

function ZoomButton({
  label,
  isOff,
  onClick,
  children,
}: {
  readonly label: string;
  readonly isOff: boolean;
  readonly onClick: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      disabled={isOff}
      onClick={onClick}
      className="inline-flex min-h-11 items-center gap-2 rounded-md border-2 border-ink px-3 font-bold hover:bg-cool-wash disabled:opacity-50"
    >
      {children} {label}
    </button>
  );
}

/** A stroke has no length; it is drawn as wide as this. */
const STROKE_PIXELS = 7;

function Block({
  bar,
  x,
  y,
  fill,
  stroke,
  dash,
}: {
  readonly bar: Bar;
  readonly x: (seconds: number) => number;
  readonly y: (midi: number | undefined) => number;
  readonly fill: string;
  readonly stroke?: string;
  readonly dash?: string;
}) {
  const isFrame = fill === 'none';
  const height = isFrame ? ROW_PIXELS + 3 : ROW_PIXELS - 2;
  return (
    <rect
      x={x(bar.fromSeconds)}
      y={y(bar.midi) - height / 2}
      width={Math.max(STROKE_PIXELS, x(bar.toSeconds) - x(bar.fromSeconds) - (isFrame ? 2 : 0))}
      height={height}
      rx={2}
      fill={fill}
      stroke={stroke}
      strokeWidth={isFrame ? 1.8 : 1.2}
      strokeDasharray={dash}
      pointerEvents="all"
    />
  );
}

/** Names at the edge of the pitches that are written. */
function Pitches({
  picture,
  line,
  verdict,
  y,
}: {
  readonly picture: TakePicture;
  readonly line: Line;
  readonly verdict: Verdict;
  readonly y: (midi: number) => number;
}) {
  const written = [...new Set(verdict.notes.flatMap(({ writtenMidi }) => writtenMidi ?? []))];
  const { keyFifths } = line.part.measures[0]!;
  return (
    <g fontSize="13" fill="var(--color-ink)">
      {written.map((midi) => (
        <g key={midi}>
          <path
            d={`M${LEFT_PIXELS - 8} ${y(midi)} H${LEFT_PIXELS + (picture.toSeconds - picture.fromSeconds) * ZOOMS.at(-1)!}`}
            stroke="var(--color-rule)"
            strokeWidth="0.6"
          />
          <text x={4} y={y(midi) + 4.5}>
            {pitchName(midiToSpelling(midi - line.part.transpositionSemitones, keyFifths))}
          </text>
        </g>
      ))}
    </g>
  );
}

function sayPicture({ notes, extras }: TakePicture, { measure }: Words): string {
  const right = notes.filter(({ isRight }) => isRight).length;
  const missing = notes.filter(({ played }) => !played).length;
  return `${notes.length} notes were due, ${right} were played right, ${missing} were not heard; ${extras.length} more were heard. The ledger under the staff says the same ${measure} by ${measure}.`;
}
