'use client';
import { type BeatUnitName, type NoteValue, noteName } from '@/core/time';
import { useVocabulary } from './vocabulary';

const VALUES: Readonly<Record<BeatUnitName, NoteValue>> = {
  eighth: { base: 'eighth', dots: 0 },
  quarter: { base: 'quarter', dots: 0 },
  'dotted-quarter': { base: 'quarter', dots: 1 },
  half: { base: 'half', dots: 0 },
};

/** A small drawn note and a number: so many of these a minute. */
export function MetronomeMark({
  unit,
  bpm,
  className = '',
}: {
  readonly unit: BeatUnitName;
  readonly bpm: number;
  readonly className?: string;
}) {
  const vocabulary = useVocabulary();
  return (
    <span className={`inline-flex items-baseline gap-1 whitespace-nowrap ${className}`}>
      <svg role="img" viewBox="0 0 16 24" className="h-[1.1em] w-auto self-center">
        <title>{noteName(VALUES[unit], vocabulary)}</title>
        <ellipse
          cx="5.5"
          cy="20"
          rx="4.6"
          ry="3.2"
          transform="rotate(-22 5.5 20)"
          fill={unit === 'half' ? 'none' : 'currentColor'}
          stroke="currentColor"
          strokeWidth="1.4"
        />
        <path d="M9.8 19 V2" stroke="currentColor" strokeWidth="1.5" />
        {unit === 'eighth' && (
          <path d="M9.8 2 q1 4 4.5 6 q1 3 -0.5 6" fill="none" stroke="currentColor" strokeWidth="1.6" />
        )}
        {unit === 'dotted-quarter' && <circle cx="13.6" cy="19.5" r="1.5" fill="currentColor" />}
      </svg>
      <span>= {bpm}</span>
    </span>
  );
}
