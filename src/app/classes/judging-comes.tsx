'use client';
import { useWhatComes } from '@/app/_components/use-what-comes';
import { Progress } from '@/ui/progress';

/** Some hundred takes are judged in a second. */
const ASK_AGAIN = { everyMs: 700, patienceMs: 30_000 };

/** How far it is with judging a class anew: it goes on by itself, whoever leaves. */
export function JudgingComes({ done, of }: { readonly done: number; readonly of: number }) {
  const isSlow = useWhatComes(ASK_AGAIN);
  return (
    <div role="status" className="mt-3">
      {isSlow
        ? 'Judging the takes anew takes longer than usual. It goes on by itself.'
        : 'The takes are judged anew; you can go on elsewhere.'}
      <Progress name="Takes judged anew" done={done} of={of} />
    </div>
  );
}
