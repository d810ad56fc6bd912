import type { EngravedSystem } from '@/engraving/engraving';

interface DifficultyStripProps {
  readonly system: EngravedSystem;
  /** By printed measure. */
  readonly difficulties: readonly number[];
  /** `measure 3` of a printed measure. */
  readonly nameOf: (printedIndex: number) => string;
  readonly onChoose: (printedIndex: number) => void;
}

const MOST_STONES = 6;

/** Under each measure as many stones as it is hard; touching it shows what the measure adds up to. */
export function DifficultyStrip({ system, difficulties, nameOf, onChoose }: DifficultyStripProps) {
  return (
    <div className="relative h-12">
      {system.measures.map(({ printedIndex, x, width }) => {
        const stones = Math.min(MOST_STONES, Math.round(difficulties[printedIndex] ?? 0));
        return (
          <button
            key={printedIndex}
            type="button"
            onClick={() => onChoose(printedIndex)}
            aria-label={`${nameOf(printedIndex)}: ${stones === 0 ? 'nothing hard' : `${stones} of ${MOST_STONES} stones hard`}. What does it add up to?`}
            className="absolute top-0 flex h-11 items-center justify-center gap-1 rounded-sm border border-rule bg-paper hover:bg-cool-wash"
            style={{ left: `${(100 * x) / system.width}%`, width: `${(100 * width) / system.width}%` }}
          >
            {Array.from({ length: stones }, (_, index) => (
              <span key={index} aria-hidden="true" className="h-2.5 w-3.5 rounded-[50%] bg-ink max-sm:w-2" />
            ))}
            {stones === 0 && (
              <span aria-hidden="true" className="text-base text-faint">
                –
              </span>
            )}
          </button>
        );
      })}
    </div>
  );
}
