import type { Finding } from '@/core/study';
import type { EngravedSystem } from '@/engraving/engraving';
import { maybeRing } from './ring';

interface PencilMarksProps {
  readonly system: EngravedSystem;
  /** Spots that are ringed. */
  readonly ringed: readonly Finding[];
  /** What is looked at now. */
  readonly lit: Finding | undefined;
}

/** What a teacher would pencil onto a system: rings round hard spots; and what is looked at now. */
export function PencilMarks({ system, ringed, lit }: PencilMarksProps) {
  return (
    <>
      {lit &&
        measuresIn(system, lit).map(({ printedIndex, x, width }) => (
          <rect
            key={printedIndex}
            x={x}
            y={system.staffTop - 24}
            width={width}
            height={system.staffBottom - system.staffTop + 48}
            rx="8"
            fill="var(--color-cool)"
            fillOpacity="0.12"
            stroke="var(--color-cool)"
            strokeWidth="2.5"
            data-lit={printedIndex}
          />
        ))}
      {ringed.map((finding, index) => (
        <Rings key={index} system={system} finding={finding} isLit={finding === lit} />
      ))}
      {lit && !ringed.includes(lit) && <Rings system={system} finding={lit} isLit />}
    </>
  );
}

function measuresIn(system: EngravedSystem, { measureIndexes }: Finding) {
  return system.measures.filter(({ printedIndex }) => measureIndexes.includes(printedIndex));
}

function Rings({
  system,
  finding,
  isLit,
}: {
  readonly system: EngravedSystem;
  readonly finding: Finding;
  readonly isLit: boolean;
}) {
  const ring = maybeRing(system, finding.eventIds);
  return (
    ring && (
      <rect
        {...ring}
        fill="none"
        stroke="var(--color-warm)"
        strokeWidth={isLit ? 3 : 1.8}
        strokeDasharray={isLit ? undefined : '7 4'}
      />
    )
  );
}
