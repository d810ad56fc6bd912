import { Headphones, Music } from 'lucide-react';
import type { ReactNode } from 'react';
import type { FaultInWords } from '@/core/judging';

/** So many things can be thought of in the next take; the others stand in words under the staff. */
const MOST_LINES = 3;

interface FaultLinesProps {
  /** The first thing to put right first. */
  readonly faults: readonly FaultInWords[];
  /** @param measureIndex of the performed measure. */
  readonly onHear: (measureIndex: number) => void;
  readonly onHearWritten: (measureIndex: number) => void;
}

/** What to put right, one line each, beside it how it was played and how it goes. */
export function FaultLines({ faults, onHear, onHearWritten }: FaultLinesProps) {
  if (faults.length === 0) return null;
  const more = faults.length - MOST_LINES;
  return (
    <section aria-label="What to put right" className="mb-3">
      <ol className="divide-y divide-rule border-y border-rule">
        {faults.slice(0, MOST_LINES).map(({ measureIndex, name, sentence }, index) => (
          <li key={index} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5">
            <span className="min-w-0 grow basis-64 text-lg">
              <strong className="first-letter:uppercase">{name}</strong> {sentence}
            </span>
            <span className="flex gap-2">
              <HearButton of={name} onClick={() => onHear(measureIndex)}>
                <Headphones aria-hidden className="size-5" /> Hear yours
              </HearButton>
              <HearButton of={name} onClick={() => onHearWritten(measureIndex)}>
                <Music aria-hidden className="size-5" /> Hear it right
              </HearButton>
            </span>
          </li>
        ))}
      </ol>
      {more > 0 && (
        <p className="mt-1 text-base text-faint">
          {more === 1 ? 'One thing more stands' : `${more} things more stand`} in words under the staff.
        </p>
      )}
    </section>
  );
}

interface HearButtonProps {
  /** For whoever does not see the line that it stands in. */
  readonly of: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

function HearButton({ of, onClick, children }: HearButtonProps) {
  return (
    <button
      type="button"
      onClick={onClick}
      className="inline-flex min-h-11 items-center gap-2 rounded-md border-2 border-ink bg-paper px-3 hover:bg-cool-wash"
    >
      {children}
      <span className="sr-only"> in {of}</span>
    </button>
  );
}
