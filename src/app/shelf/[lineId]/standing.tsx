'use client';
import { useWhatComes } from '@/app/_components/use-what-comes';
import { ButtonLink } from '@/ui/button';
import { ActionForm, FormOutcome, SubmitButton } from '@/ui/form';
import { Notice } from '@/ui/notice';
import { finish } from './write/actions';

/** The worker looks for such a line twice a second. */
const ASK_AGAIN = { everyMs: 400, patienceMs: 20_000 };

/** Stands where a line will be once the worker has put it on the stand. */
export function StandingComes() {
  const isSlow = useWhatComes(ASK_AGAIN);
  return (
    <Notice kind="news">
      {isSlow
        ? 'This takes longer than usual. It goes on by itself; you can go on elsewhere.'
        : 'The line is being put on the stand …'}
    </Notice>
  );
}

/** That a line could not be put on the stand, and what to do. @param problem why, as a sentence. */
export function NotOnStand({ lineId, problem }: { readonly lineId: string; readonly problem: string }) {
  return (
    <Notice kind="problem">
      <p className="font-bold">The line could not be put on the stand. {problem}</p>
      <ActionForm action={finish.bind(null, lineId)} className="mt-2 flex flex-wrap items-center gap-3">
        <SubmitButton>Try again</SubmitButton>
        <ButtonLink href={`/shelf/${lineId}/write`} weight="quiet">
          Change it
        </ButtonLink>
        <FormOutcome />
      </ActionForm>
    </Notice>
  );
}
