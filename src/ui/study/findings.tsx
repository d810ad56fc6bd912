import type { Finding } from '@/core/study';

interface FindingsProps {
  readonly findings: readonly Finding[];
  readonly lit: Finding | undefined;
  readonly onLight: (finding: Finding | undefined) => void;
  /** So many are shown at first. */
  readonly atFirst: number;
}

/** A list of findings; touching one lights up its measures on the staff. */
export function Findings({ findings, lit, onLight, atFirst }: FindingsProps) {
  const first = findings.slice(0, atFirst);
  const more = findings.slice(atFirst);
  return (
    <>
      <List findings={first} lit={lit} onLight={onLight} />
      {more.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 text-cool underline underline-offset-4">
            {more.length} more
          </summary>
          <List findings={more} lit={lit} onLight={onLight} />
        </details>
      )}
    </>
  );
}

function List({ findings, lit, onLight }: Omit<FindingsProps, 'atFirst'>) {
  return (
    <ul className="divide-y divide-rule">
      {findings.map((finding) => {
        const isLit = finding === lit;
        return (
          <li key={`${finding.kind} ${finding.measureIndexes} ${finding.sentence}`}>
            <button
              type="button"
              aria-pressed={isLit}
              onClick={() => onLight(isLit ? undefined : finding)}
              className={`min-h-11 w-full border-l-8 px-3 py-2 text-left hover:bg-cool-wash ${isLit ? 'border-cool bg-cool-wash' : 'border-transparent'}`}
            >
              {finding.sentence}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
