import type { Finding } from '@/core/study';
import type { EngravedSystem } from '@/engraving/engraving';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

interface SameBracketsProps {
  readonly system: EngravedSystem;
  /** Groups of equal measures; each gets a letter. */
  readonly same: readonly Finding[];
}

/** Under a system, brackets with a letter below the measures that are the same: over the staff they would cross stems and words. */
export function SameBrackets({ system, same }: SameBracketsProps) {
  const marked = same.flatMap(({ measureIndexes }, group) =>
    system.measures
      .filter(({ printedIndex }) => measureIndexes.includes(printedIndex))
      .map((measure) => ({ ...measure, letter: LETTERS[group] })),
  );
  if (marked.length === 0) return null;
  return (
    <div aria-hidden="true" className="relative h-8 text-cool">
      {marked.map(({ printedIndex, x, width, letter }) => (
        <span
          key={printedIndex}
          className="absolute top-0 text-center text-lg leading-5 font-bold"
          style={{
            left: `${(100 * (x + 4)) / system.width}%`,
            width: `${(100 * (width - 8)) / system.width}%`,
          }}
        >
          <span className="block h-2 border-2 border-t-0 border-cool" />
          {letter}
        </span>
      ))}
    </div>
  );
}
