import type { Step } from '@/core/practice';
import { Link } from '@/ui/link';

/** One thing to do, in words. */
export interface StageFacts {
  readonly id: string;
  readonly name: string;
  readonly verb: Step['verb'];
  readonly doThis: string;
  readonly chunkName: string;
  readonly checkedBy: 'notes-and-rhythm' | 'rhythm' | 'own-word';
  readonly input: 'microphone' | 'either' | 'none';
  readonly click: boolean;
  readonly backing: boolean;
  readonly under: 'counts' | 'letters' | 'fingers';
}

interface StageCardProps {
  readonly assignmentId: string;
  readonly stage: StageFacts & { readonly isNow: boolean; readonly why: string | undefined };
  readonly next: StageFacts | undefined;
  readonly stages: readonly (StageFacts & { readonly isDone: boolean })[];
  readonly isDone: boolean;
}

const LISTENS = {
  'notes-and-rhythm': 'Mevlo listens to notes and rhythm.',
  rhythm: 'Mevlo listens to the rhythm alone.',
  'own-word': 'Mevlo cannot hear this one: you say when it went well.',
} as const;

/** What to do now, why, and what comes after it; behind it the whole way, to go back to anything. */
export function StageCard({ assignmentId, stage, next, stages, isDone }: StageCardProps) {
  const done = stages.filter((one) => one.isDone).length;
  return (
    <div className="mb-3 border-l-8 border-cool pl-4">
      <p className="text-xl font-bold" data-testid="stage">
        {isDone && !stage.isNow ? 'All done! ' : ''}
        {stage.name}: {stage.chunkName}
      </p>
      <p className="text-lg">{stage.doThis}</p>
      <p className="text-base text-faint">
        {LISTENS[stage.checkedBy]} {stage.why}
        {next && stage.isNow && ` Then: ${next.name}, ${next.chunkName}.`}
      </p>
      <details className="text-base">
        <summary className="min-h-11 cursor-pointer py-2.5 text-cool underline underline-offset-4">
          The whole way: {done} of {stages.length} done
        </summary>
        <ol className="mt-1 grid gap-x-6 sm:grid-cols-2">
          {stages.map((one, index) => (
            <li key={one.id}>
              <Link
                href={`/practice/${assignmentId}?stage=${encodeURIComponent(one.id)}`}
                aria-current={one.id === stage.id ? 'step' : undefined}
                className={`flex min-h-11 items-center gap-2 rounded-md px-2 hover:bg-cool-wash ${one.id === stage.id ? 'font-bold' : ''}`}
              >
                <span aria-hidden="true" className="w-5 text-center">
                  {one.isDone ? '✓' : index + 1}
                </span>
                {one.name}: {one.chunkName}
                {one.isDone && <span className="sr-only">, done</span>}
              </Link>
            </li>
          ))}
        </ol>
      </details>
    </div>
  );
}
