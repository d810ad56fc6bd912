import { capital } from '@/core/base';
import { type MeasureVerdict, sayPlayed, type VoiceVerdict } from '@/core/judging';
import type { Vocabulary } from '@/core/time';
import type { EngravedSystem } from '@/engraving/engraving';
import { useVocabulary } from '../vocabulary';
import { BarIcon } from './ledger';
import { filledOf, HATCHED } from './ledger-fill';

interface VoiceStripsProps {
  readonly system: EngravedSystem;
  readonly voices: readonly VoiceVerdict[];
  /** Which time through a repeated measure is shown. */
  readonly pass: number;
}

/** Under the ledger: a slim strip for each hand or drum, so that it is seen in which of them a measure needs work. */
export function VoiceStrips({ system, voices, pass }: VoiceStripsProps) {
  const vocabulary = useVocabulary();
  return (
    <div className="mt-1.5 space-y-1">
      {voices.map(({ name, measures }) => (
        <div key={name} data-voice={name}>
          <p aria-hidden className="text-sm leading-tight text-faint">
            {capital(name)}
          </p>
          <ul aria-label={capital(name)} className="relative h-5">
            {system.measures.map(({ printedIndex, x, width }) => {
              const passes = measures.filter((measure) => measure.printedIndex === printedIndex);
              const measure = passes[pass - 1] ?? passes[0];
              if (!measure) return null;
              return (
                <li
                  key={printedIndex}
                  className="absolute inset-y-0 px-[3px]"
                  style={{ left: `${(100 * x) / system.width}%`, width: `${(100 * width) / system.width}%` }}
                >
                  <Strip measure={measure} vocabulary={vocabulary} />
                </li>
              );
            })}
          </ul>
        </div>
      ))}
    </div>
  );
}

function Strip({
  measure,
  vocabulary,
}: {
  readonly measure: MeasureVerdict;
  readonly vocabulary: Vocabulary;
}) {
  const { written, notesNeedWork, rhythmNeedsWork, notesRight, rhythmRight } = measure;
  const needsWork = notesNeedWork || rhythmNeedsWork;
  if (written === 0)
    return (
      <span
        className="mt-2.5 block h-px bg-faint"
        role="img"
        aria-label={`${place(measure, vocabulary)}: rest`}
      />
    );
  return (
    <span
      role="img"
      aria-label={`${place(measure, vocabulary)}: notes ${notesRight} of ${written} right, rhythm ${rhythmRight} of ${written} right`}
      data-needs-work={[notesNeedWork && 'notes', rhythmNeedsWork && 'rhythm'].filter(Boolean).join(' ')}
      className="relative flex h-full items-center overflow-hidden rounded-sm border border-ink bg-paper"
      style={{ background: needsWork ? HATCHED : undefined }}
    >
      <span
        className="absolute inset-y-0 left-0 bg-cool-wash"
        style={{ width: `${100 * filledOf(notesRight + rhythmRight, 2 * written, needsWork)}%` }}
      />
      {notesNeedWork && <Sign kind="notes" />}
      {rhythmNeedsWork && <Sign kind="rhythm" />}
    </span>
  );
}

const Sign = ({ kind }: { readonly kind: 'notes' | 'rhythm' }) => (
  <span className="relative ml-1 rounded-sm bg-paper px-0.5 text-warm">
    <BarIcon kind={kind} />
  </span>
);

const place = (measure: MeasureVerdict, vocabulary: Vocabulary) => capital(sayPlayed(measure, vocabulary));
