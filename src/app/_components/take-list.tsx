import { dayOf } from '@/core/calendar';
import { type MeasureVerdict, needsWork } from '@/core/judging';
import type { Answer } from '@/core/practice';
import { sayDay } from '@/server/access/school/dates';
import { Link } from '@/ui/link';
import { NewMark } from '@/ui/new-mark';
import { ANSWER_ICONS } from './answer-icons';

interface TakeSummary {
  readonly id: string;
  readonly state: 'waiting' | 'checked' | 'failed';
  readonly askedBpm: number;
  readonly handedInAt: Date;
  readonly studentName: string;
  readonly lineNumber: number;
  readonly lineTitle: string;
  readonly answer: Answer | null;
  readonly measures: readonly MeasureVerdict[] | null;
}

/** Takes, each with its measures as a row of small cells. @param note what else is said of it. @param hrefOf where it is opened. */
export function TakeList<Take extends TakeSummary>({
  takes,
  showStudent,
  note,
  isNew,
  hrefOf = ({ id }) => `/takes/${id}`,
}: {
  readonly takes: readonly Take[];
  readonly showStudent: boolean;
  readonly note?: (take: Take) => string | undefined;
  readonly hrefOf?: (take: Take) => string;
  /** Whether it came since the last visit. */
  readonly isNew?: (take: Take) => boolean;
}) {
  const today = dayOf(new Date());
  const hasAnswers = takes.some(({ answer }) => answer);
  return (
    <ul className="divide-y divide-rule">
      {takes.map((take) => (
        <li key={take.id}>
          <Link
            href={hrefOf(take)}
            className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-1 px-1 py-2 hover:bg-cool-wash"
          >
            <span className="min-w-52 grow">
              {isNew?.(take) && <NewMark />}
              {showStudent && <strong>{take.studentName}, </strong>}
              <span>
                {take.lineNumber} {take.lineTitle}
              </span>
              {note?.(take) && <span className="block text-faint">{note(take)}</span>}
            </span>
            <span className="w-16 tabular-nums">at {take.askedBpm}</span>
            <MeasureStrip take={take} />
            <span className="w-28 text-right text-faint">{sayDay(dayOf(take.handedInAt), today)}</span>
            {hasAnswers && (
              <span className="flex w-24 items-center justify-end gap-1">
                {take.answer && <AnswerMark answer={take.answer} />}
              </span>
            )}
          </Link>
        </li>
      ))}
    </ul>
  );
}

const MARKS: Readonly<Record<Answer, { readonly word: string; readonly colour: string }>> = {
  accepted: { word: 'accepted', colour: 'text-cool' },
  again: { word: 'again', colour: 'text-warm' },
  'see-me': { word: 'see me', colour: 'text-warm' },
};

function AnswerMark({ answer }: { readonly answer: Answer }) {
  const Icon = ANSWER_ICONS[answer];
  const { word, colour } = MARKS[answer];
  return (
    <>
      <Icon aria-hidden className={`size-5 ${colour}`} /> {word}
    </>
  );
}

const CELL = 11;

/** One small cell a measure, notes over rhythm, filled where right and hatched where work is needed. */
function MeasureStrip({ take }: { readonly take: TakeSummary }) {
  if (take.state === 'waiting') return <span className="w-44 text-faint">being checked …</span>;
  if (take.state === 'failed' || !take.measures)
    return <span className="w-44 text-warm">could not be checked</span>;
  const halves = halvesOf(take.measures);
  // A measure that is repeated may need work each time, and is named once.
  const weak = [...new Set(take.measures.filter(needsWork).map(({ number }) => number))];
  const label =
    weak.length === 0
      ? 'everything right'
      : `needs work: ${weak.map((number) => (number === 0 ? 'before 1' : number)).join(', ')}`;
  return (
    <svg
      role="img"
      viewBox={`0 0 ${take.measures.length * CELL} 20`}
      className="h-5 w-44"
      preserveAspectRatio="xMinYMid meet"
    >
      <title>{label}</title>
      {/* Three shapes a strip, however many measures: a desk shows thousands of them. */}
      <path
        d={cells(halves, false)}
        fill="var(--color-cool-wash)"
        stroke="var(--color-ink)"
        strokeWidth="0.7"
      />
      <path
        d={cells(halves, true)}
        fill="var(--color-warm-wash)"
        stroke="var(--color-ink)"
        strokeWidth="0.7"
      />
      <path d={hatches(halves)} stroke="var(--color-warm)" strokeWidth="1.6" />
    </svg>
  );
}

/** Outlines of the cells that need work, or of those that do not: notes above, rhythm below. */
function cells(halves: readonly Half[], isWeak: boolean): string {
  return halves
    .filter((half) => half.isWeak === isWeak)
    .map(({ x, y }) => `M${x + 1} ${y + 0.5}h${CELL - 2}v9h${2 - CELL}z`)
    .join('');
}

function hatches(halves: readonly Half[]): string {
  return halves
    .filter(({ isWeak }) => isWeak)
    .map(({ x, y }) => `M${x + 2} ${y + 8.5}l7-7M${x + 2} ${y + 4.5}l3.5-3.5M${x + 6} ${y + 9}l3.5-3.5`)
    .join('');
}

/** The upper or the lower half of a measure's cell. */
interface Half {
  readonly x: number;
  readonly y: number;
  readonly isWeak: boolean;
}

function halvesOf(measures: readonly MeasureVerdict[]): readonly Half[] {
  return measures.flatMap(({ notesNeedWork, rhythmNeedsWork }, index) => [
    { x: index * CELL, y: 0, isWeak: notesNeedWork },
    { x: index * CELL, y: 10, isWeak: rhythmNeedsWork },
  ]);
}
