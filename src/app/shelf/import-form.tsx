'use client';
import { useActionState } from 'react';
import type { Result } from '@/core/base';
import type { ImportedLine } from '@/server/access/shelf/writing';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { IssueList, Issues, resultOf } from '@/ui/form';
import { Link } from '@/ui/link';
import { Notice } from '@/ui/notice';
import { bringIn } from './actions';

/** Brings a line in from a file and reports what the file held. */
export function ImportForm() {
  const [state, submit, isPending] = useActionState<Result<ImportedLine> | undefined, FormData>(
    (before, form) => resultOf(() => bringIn(before, form)),
    undefined,
  );
  return (
    <form action={submit} className="space-y-4">
      <Field
        label="File"
        name="file"
        type="file"
        accept=".musicxml,.mxl,.xml,.mid,.midi,.abc"
        required
        hint="MusicXML, MIDI or ABC, up to 4 MB."
      />
      {state && <Report report={state} />}
      <Button type="submit" disabled={isPending} className="w-full">
        {isPending ? 'Reading …' : 'Bring it in'}
      </Button>
    </form>
  );
}

function Report({ report }: { readonly report: Result<ImportedLine> }) {
  if (!report.ok) return <Issues heading="The line was not brought in:" issues={report.issues} />;
  const { lineId, title, toMend } = report.value;
  return (
    <Notice kind="news">
      <p className="font-bold">
        “{title}” is on the shelf{toMend.length > 0 ? ' as a draft' : ''}.
      </p>
      {toMend.length > 0 && (
        <>
          <p className="mt-2 font-bold">To mend before it can be given out:</p>
          <IssueList issues={toMend} />
        </>
      )}
      {report.warnings.length > 0 && (
        <>
          <p className="mt-2 font-bold">What the file holds and Mevlo does not keep, or read differently:</p>
          <IssueList issues={report.warnings} />
        </>
      )}
      <Link
        href={toMend.length > 0 ? `/shelf/${lineId}/write` : `/shelf/${lineId}`}
        className="mt-2 inline-flex min-h-11 items-center font-bold underline underline-offset-4"
      >
        {toMend.length > 0 ? 'Mend it on the writing desk' : 'Look at the line'}
      </Link>
    </Notice>
  );
}
