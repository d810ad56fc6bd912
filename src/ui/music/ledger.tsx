import { PenLine } from 'lucide-react';
import { capital } from '@/core/base';
import { type MeasureVerdict, type Overrule, sayPlayed } from '@/core/judging';
import { type Vocabulary, wordsOf } from '@/core/time';
import type { EngravedSystem } from '@/engraving/engraving';
import { useVocabulary } from '../vocabulary';
import { filledOf, HATCHED } from './ledger-fill';

interface LedgerProps {
  readonly system: EngravedSystem;
  /** The voice it speaks of; undefined where there is but one. */
  readonly voice: string | undefined;
  /** With the teacher's word in them. */
  readonly measures: readonly MeasureVerdict[];
  readonly overrules: readonly Overrule[];
  /** Which time through a repeated measure is shown on the staff. */
  readonly pass: number;
  readonly onPlay: (measureIndex: number) => void;
}

/** Under a system: for each measure two bars, notes over rhythm, filled by the share that was right, hatched where work is needed. */
export function Ledger({ system, voice, measures, overrules, pass, onPlay }: LedgerProps) {
  const percent = (pixels: number) => `${(100 * pixels) / system.width}%`;
  const cells = (
    <div
      className="relative"
      style={{
        height: `${Math.max(1, ...system.measures.map((m) => passesOf(m.printedIndex, measures).length)) * 54 + 2}px`,
      }}
    >
      {system.measures.map(({ printedIndex, x, width }) => {
        const passes = passesOf(printedIndex, measures);
        return (
          <div
            key={printedIndex}
            className="absolute top-0 space-y-1.5 px-[3px]"
            style={{ left: percent(x), width: percent(width) }}
          >
            {passes.map(({ verdict, index }, time) => (
              <Cell
                key={index}
                verdict={verdict}
                overruled={overrules.flatMap((word) => (word.measureIndex === index ? [word.quality] : []))}
                dimmed={passes.length > 1 && time + 1 !== pass}
                onPlay={() => onPlay(index)}
              />
            ))}
          </div>
        );
      })}
    </div>
  );
  if (voice === undefined) return cells;
  return (
    <>
      <p className="text-sm leading-tight text-faint">{capital(voice)}</p>
      {cells}
    </>
  );
}

function passesOf(printedIndex: number, measures: readonly MeasureVerdict[]) {
  return measures
    .map((verdict, index) => ({ verdict, index }))
    .filter(({ verdict }) => verdict.printedIndex === printedIndex);
}

function Cell({
  verdict,
  overruled,
  dimmed,
  onPlay,
}: {
  readonly verdict: MeasureVerdict;
  /** What of it the teacher has said. */
  readonly overruled: readonly Overrule['quality'][];
  readonly dimmed: boolean;
  readonly onPlay: () => void;
}) {
  const { notesRight, rhythmRight, written, notesNeedWork, rhythmNeedsWork } = verdict;
  const vocabulary = useVocabulary();
  return (
    <button
      type="button"
      onClick={onPlay}
      disabled={verdict.startSeconds === undefined}
      data-measure={verdict.number}
      data-needs-work={[notesNeedWork && 'notes', rhythmNeedsWork && 'rhythm'].filter(Boolean).join(' ')}
      className={`block w-full overflow-hidden rounded-sm border border-ink bg-paper text-left enabled:hover:outline-2 enabled:hover:outline-cool ${dimmed ? 'border-dashed' : ''}`}
    >
      <span className="sr-only">{describeCell(verdict, overruled, vocabulary)}</span>
      <Bar
        kind="notes"
        right={notesRight}
        written={written}
        needsWork={notesNeedWork}
        isOverruled={overruled.includes('notes')}
      />
      <span className="block h-px bg-ink" />
      <Bar
        kind="rhythm"
        right={rhythmRight}
        written={written}
        needsWork={rhythmNeedsWork}
        isOverruled={overruled.includes('rhythm')}
      />
    </button>
  );
}

function describeCell(
  measure: MeasureVerdict,
  overruled: readonly Overrule['quality'][],
  vocabulary: Vocabulary,
): string {
  const said = (quality: Overrule['quality']) => (overruled.includes(quality) ? ', the teacher says' : '');
  const { notesRight, rhythmRight, written, notesNeedWork, rhythmNeedsWork, startSeconds } = measure;
  const name = capital(measure.number === 0 ? wordsOf(vocabulary).pickup : sayPlayed(measure, vocabulary));
  const notes = `notes ${notesRight} of ${written} right${notesNeedWork ? ', needs work' : ''}${said('notes')}`;
  const rhythm = `rhythm ${rhythmRight} of ${written} right${rhythmNeedsWork ? ', needs work' : ''}${said('rhythm')}`;
  return `${name}: ${notes}; ${rhythm}. ${startSeconds === undefined ? 'Not played.' : 'Hear it.'}`;
}

interface BarProps {
  readonly kind: 'notes' | 'rhythm';
  readonly right: number;
  readonly written: number;
  readonly needsWork: boolean;
  readonly isOverruled: boolean;
}

function Bar({ kind, right, written, needsWork, isOverruled }: BarProps) {
  const filled = filledOf(right, written, needsWork);
  return (
    <span
      aria-hidden
      className="relative flex h-[23px] items-center gap-1.5 px-1.5 text-[15px] leading-none font-bold"
      style={{ background: needsWork ? HATCHED : undefined }}
    >
      <span className="absolute inset-y-0 left-0 bg-cool-wash" style={{ width: `${100 * filled}%` }} />
      <BarIcon kind={kind} />
      <span className={`relative rounded-sm px-0.5 ${needsWork ? 'bg-paper text-warm' : ''}`}>
        {written === 0 ? 'rest' : `${right}/${written}`}
      </span>
      {isOverruled && <PenLine aria-hidden className="relative size-4 rounded-sm bg-paper" />}
    </span>
  );
}

/** A head on a line for notes, strokes on a beat for rhythm. */
export function BarIcon({ kind }: { readonly kind: 'notes' | 'rhythm' }) {
  return (
    <svg aria-hidden="true" viewBox="0 0 18 14" className="relative h-3 w-auto">
      {kind === 'notes' ? (
        <>
          <path d="M0 7 H18" stroke="currentColor" />
          <ellipse cx="9" cy="7" rx="4.6" ry="3.3" transform="rotate(-20 9 7)" fill="currentColor" />
        </>
      ) : (
        <path d="M2 1 V13 M7 5 V13 M12 1 V13 M16.5 5 V13" stroke="currentColor" strokeWidth="1.8" />
      )}
    </svg>
  );
}
