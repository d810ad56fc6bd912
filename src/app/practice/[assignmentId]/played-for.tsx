import type { Climbing } from '@/core/practice';

interface PlayedForProps {
  readonly climbing: Climbing;
  /** What comes after the stage at hand; undefined where nothing does. */
  readonly nextStage: string | undefined;
  /** What the teacher gives for the line once it is learned; undefined for nothing. */
  readonly token: string | undefined;
}

/** What the takes of now lead to: the rung or the step after this one, and what waits at the end. */
export function PlayedFor({ climbing, nextStage, token }: PlayedForProps) {
  return (
    <p className="mb-3 text-base" data-testid="played-for">
      You play for: <strong>{sayNext(climbing, nextStage)}</strong>
      {token !== undefined && (
        <>
          , and at the end{' '}
          <strong>
            <span aria-hidden>✦ </span>
            {token}
          </strong>
        </>
      )}
    </p>
  );
}

function sayNext({ ladder, climb, isLast }: Climbing, nextStage: string | undefined): string {
  const faster = ladder[climb.rungIndex + 1];
  if (faster !== undefined) return `up to ${faster}`;
  if (!isLast) return nextStage === undefined ? 'the next step' : `the next step, “${nextStage}”`;
  return 'the whole line learned';
}
