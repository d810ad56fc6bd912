import type { Finding } from '@/core/study';
import type { EngravedSystem } from '@/engraving/engraving';
import { maybeRing } from './ring';

interface PencilMarksProps {
  readonly system: EngravedSystem;
  /** Groups of equal measures; each gets a letter. */
  readonly same: readonly Finding[];
  /** Spots that are ringed. */
  readonly ringed: readonly Finding[];
  /** What is looked at now. */
  readonly lit: Finding | undefined;
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** What a teacher would pencil onto a system: brackets with letters over equal measures, rings round hard spots. */
export function PencilMarks({ system, same, ringed, lit }: PencilMarksProps) {
  const top = bracketTop(system);
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
      {same.map((finding, group) =>
        measuresIn(system, finding).map(({ printedIndex, x, width }) => (
          <g key={`${group} ${printedIndex}`}>
            <path
              d={`M${x + 6} ${top + 8} v-8 h${width - 12} v8`}
              fill="none"
              stroke="var(--color-cool)"
              strokeWidth="1.8"
            />
            <circle cx={x + width / 2} cy={top} r="9" fill="var(--color-paper)" />
            <text
              x={x + width / 2}
              y={top + 6}
              textAnchor="middle"
              fontSize="17"
              fontWeight="bold"
              fill="var(--color-cool)"
            >
              {LETTERS[group]}
            </text>
          </g>
        )),
      )}
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

/** Over everything that stands above the staff. */
function bracketTop(system: EngravedSystem): number {
  return Math.max(10, Math.min(system.staffTop - 26, ...Object.values(system.events).map(({ y }) => y - 18)));
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
