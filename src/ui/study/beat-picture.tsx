import { useId } from 'react';
import type { BeatPiece, BeatPicture as Picture } from '@/core/study';

const BEAT_WIDTH = 72;
const HEIGHT = 56;
const LABEL_HEIGHT = 24;

/** A measure as a row of beats: what was asked about is filled, everything else only outlined. @param zoom largest size, 1 is 72 pixels a beat. */
export function BeatPicture({ picture, zoom = 1.4 }: { readonly picture: Picture; readonly zoom?: number }) {
  const hatch = useId();
  const width = picture.beats * BEAT_WIDTH;
  return (
    <svg
      viewBox={`-2 -2 ${width + 4} ${HEIGHT + LABEL_HEIGHT + 4}`}
      role="img"
      aria-label={describePicture(picture)}
      className="h-auto w-full"
      style={{ maxWidth: `${width * zoom}px` }}
    >
      <defs>
        <pattern id={hatch} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="8" height="8" fill="var(--color-cool-wash)" />
          <path d="M0 0 V8" stroke="var(--color-cool)" strokeWidth="4" />
        </pattern>
      </defs>
      {picture.pieces.map((piece) => (
        <PieceShape key={piece.fromBeats} piece={piece} hatch={`url(#${hatch})`} />
      ))}
      {Array.from({ length: picture.beats + 1 }, (_, beat) => {
        const isEdge = beat === 0 || beat === picture.beats;
        return (
          <path
            key={beat}
            d={`M${beat * BEAT_WIDTH} 0 V${HEIGHT + (isEdge ? 0 : 6)}`}
            stroke="var(--color-ink)"
            strokeWidth={isEdge ? 3 : 1.5}
            strokeDasharray={isEdge ? undefined : '3 4'}
          />
        );
      })}
      {picture.pieces.map((piece) => (
        <PieceText key={piece.fromBeats} piece={piece} />
      ))}
      <path d={`M0 0 H${width} M0 ${HEIGHT} H${width}`} stroke="var(--color-ink)" strokeWidth="2" />
      {Array.from({ length: picture.beats }, (_, beat) => (
        <text
          key={beat}
          x={(beat + 0.5) * BEAT_WIDTH}
          y={HEIGHT + LABEL_HEIGHT - 4}
          textAnchor="middle"
          fontSize="17"
          fill="var(--color-faint)"
        >
          {beat + 1}
        </text>
      ))}
    </svg>
  );
}

function PieceShape({ piece, hatch }: { readonly piece: BeatPiece; readonly hatch: string }) {
  if (piece.kind === 'missing') return null;
  return (
    <rect
      x={piece.fromBeats * BEAT_WIDTH + 2}
      y="4"
      width={(piece.toBeats - piece.fromBeats) * BEAT_WIDTH - 4}
      height={HEIGHT - 8}
      rx="6"
      fill={piece.isAsked ? (FILLS[piece.kind] ?? hatch) : 'var(--color-paper)'}
      stroke="var(--color-ink)"
      strokeWidth="1.5"
      strokeDasharray={piece.kind === 'rest' ? '5 4' : undefined}
    />
  );
}

/** Filled for the value, washed for what is tied on, hatched for what a dot adds; rests stay nearly paper. */
const FILLS: Readonly<Partial<Record<BeatPiece['kind'], string>>> = {
  note: 'var(--color-cool)',
  tied: 'var(--color-cool-wash)',
  rest: 'var(--color-desk)',
};

/** The number stands on a small label, so that no line or hatching runs through it. */
function PieceText({ piece }: { readonly piece: BeatPiece }) {
  if (piece.kind === 'missing') return null;
  const middle = ((piece.fromBeats + piece.toBeats) / 2) * BEAT_WIDTH;
  const isOnFill = piece.isAsked && piece.kind === 'note';
  const width = 12 + 9 * piece.text.length;
  return (
    <g>
      <rect
        x={middle - width / 2}
        y={HEIGHT / 2 - 12}
        width={width}
        height="24"
        rx="5"
        fill={(piece.isAsked && FILLS[piece.kind]) || 'var(--color-paper)'}
      />
      <text
        x={middle}
        y={HEIGHT / 2 + 6}
        textAnchor="middle"
        fontSize="18"
        fontWeight="bold"
        fill={isOnFill ? 'var(--color-paper)' : piece.isAsked ? 'var(--color-ink)' : 'var(--color-faint)'}
      >
        {piece.text}
      </text>
    </g>
  );
}

const KIND_WORDS = {
  note: 'note',
  dot: 'dot',
  tied: 'held by the tie',
  rest: 'rest',
  missing: 'empty',
} as const;

function describePicture({ beats, pieces }: Picture): string {
  const asked = pieces.filter(({ isAsked }) => isAsked);
  const said = asked.map(
    ({ kind, fromBeats, toBeats }) => `${KIND_WORDS[kind]} from beat ${1 + fromBeats} to ${1 + toBeats}`,
  );
  return `${beats} beats${said.length > 0 ? `: ${said.join(', ')}` : ''}`;
}
