import type { NoteBase } from '@/core/time';

const FLAGS: Partial<Record<NoteBase, number>> = { eighth: 1, sixteenth: 2 };

/** A note of a value as a small drawing. */
export function NoteGlyph({ base }: { readonly base: NoteBase }) {
  const isOpen = base === 'whole' || base === 'half';
  return (
    <svg aria-hidden="true" viewBox="0 0 24 32" className="h-8 w-6" fill="none" stroke="currentColor">
      <ellipse
        cx="10"
        cy="25"
        rx="6"
        ry="4.2"
        transform="rotate(-18 10 25)"
        fill={isOpen ? 'none' : 'currentColor'}
        strokeWidth="2"
      />
      {base !== 'whole' && <path d="M15.6 23.4 V3" strokeWidth="1.8" />}
      {Array.from({ length: FLAGS[base] ?? 0 }, (_, flag) => (
        <path key={flag} d={`M15.6 ${3 + flag * 6} q1 5 6 8`} strokeWidth="2.2" />
      ))}
    </svg>
  );
}

export function RestGlyph() {
  return (
    <svg aria-hidden="true" viewBox="0 0 24 32" className="h-8 w-6" fill="none" stroke="currentColor">
      <path d="M9 4 L15 11 L10.5 16 L16 23 C10 20 8 25 13 29" strokeWidth="2.6" strokeLinejoin="round" />
    </svg>
  );
}
