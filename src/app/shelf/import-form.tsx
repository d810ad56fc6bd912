'use client';
import Link from 'next/link';
import { useActionState } from 'react';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Notice } from '@/ui/notice';
import { bringIn } from './actions';

/** Brings a line in from a MusicXML file. */
export function ImportForm() {
  const [state, submit, isPending] = useActionState(bringIn, {});
  return (
    <form action={submit} className="space-y-4">
      <Field
        label="MusicXML file"
        name="file"
        type="file"
        accept=".musicxml,.mxl,.xml"
        required
        hint="One part with one voice, up to 4 MB (.musicxml or .mxl)."
      />
      {state.problems && (
        <Notice kind="problem">
          <p className="font-bold">The line was not brought in:</p>
          <Remarks remarks={state.problems} />
        </Notice>
      )}
      {state.warned && (
        <Notice kind="news">
          <p className="font-bold">The line was brought in, but:</p>
          <Remarks remarks={state.warned.warnings} />
          <Link href={`/shelf/${state.warned.lineId}`} className="font-bold underline underline-offset-4">
            Look at the line
          </Link>
        </Notice>
      )}
      <Button type="submit" disabled={isPending} className="w-full">
        {isPending ? 'Reading …' : 'Bring it in'}
      </Button>
    </form>
  );
}

function Remarks({ remarks }: { readonly remarks: readonly string[] }) {
  return (
    <ul className="list-disc pl-5">
      {remarks.map((remark) => (
        <li key={remark}>{remark}</li>
      ))}
    </ul>
  );
}
