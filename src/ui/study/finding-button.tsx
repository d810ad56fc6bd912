import { type Finding, isHardSpot } from '@/core/study';

/** Which finding is lit up on the staff, and how that is changed. */
export interface Lighting {
  readonly lit: Finding | undefined;
  readonly onLight: (finding: Finding | undefined) => void;
}

/** A sentence that lights up its measures: with a dashed edge where something is likely to go wrong, solid for what comes back. */
export function FindingButton({ finding, lit, onLight }: Lighting & { readonly finding: Finding }) {
  const isLit = finding === lit;
  const isWarning = isHardSpot(finding);
  const edge = isWarning ? 'border-dashed border-warm' : 'border-cool';
  return (
    <button
      type="button"
      aria-pressed={isLit}
      onClick={() => onLight(isLit ? undefined : finding)}
      className={`min-h-11 w-full border-l-4 px-3 py-1.5 text-left hover:bg-cool-wash ${edge} ${isLit ? 'bg-cool-wash outline-2 outline-cool' : ''}`}
    >
      {isWarning && <span className="sr-only">Watch out. </span>}
      {finding.sentence}
    </button>
  );
}
