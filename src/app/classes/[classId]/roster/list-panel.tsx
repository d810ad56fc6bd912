'use client';
import { useState, useTransition } from 'react';
import type { Issue } from '@/core/base';
import { maybeInstrument } from '@/core/instruments';
import type { RosterRow } from '@/core/school';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Issues, resultOf } from '@/ui/form';
import { lookAtList, takeIn } from './actions';
import { type Card, Cards } from './cards';

interface ListPanelProps {
  readonly classId: string;
  readonly className: string;
  readonly code: string;
}

const MOST_BYTES = 100_000;

/** A file or a pasted list becomes students: first looked at, then taken in, then their cards. */
export function ListPanel({ classId, className, code }: ListPanelProps) {
  const [text, setText] = useState('');
  const [rows, setRows] = useState<readonly RosterRow[]>();
  const [cards, setCards] = useState<readonly Card[]>();
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const [isPending, start] = useTransition();
  const good = rows?.filter((row) => row.problem === undefined) ?? [];

  const look = (list: string) =>
    start(async () => {
      const read = await resultOf(() => lookAtList(classId, list));
      setIssues(read.ok ? [] : read.issues);
      setRows(read.ok ? read.value : undefined);
      setCards(undefined);
    });
  const take = () =>
    start(async () => {
      const students = good.map(({ name, userName, instrument }) => ({
        name,
        userName,
        ...(instrument && { instrument }),
      }));
      const made = await resultOf(() => takeIn(classId, students));
      if (!made.ok) return setIssues(made.issues);
      setCards(made.value);
      setRows(undefined);
      setText('');
    });

  return (
    <div className="space-y-3">
      <Field
        label="File (CSV)"
        type="file"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        onChange={async (event) => {
          const file = event.currentTarget.files?.[0];
          if (!file) return;
          if (file.size > MOST_BYTES)
            return setIssues([{ code: 'too-long', message: 'The file is longer than a class can be.' }]);
          look(await file.text());
        }}
      />
      <label className="block font-bold">
        or paste the names
        <textarea
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
          rows={4}
          placeholder={'Name, Instrument\nMila Sorg, Flute'}
          className="mt-1 w-full rounded-md border-2 border-ink bg-paper p-2 text-lg font-normal"
        />
      </label>
      <Button onClick={() => look(text)} disabled={isPending || text.trim() === ''} className="w-full">
        Look at the list
      </Button>
      {issues.length > 0 && <Issues issues={issues} />}
      {rows && (
        <div>
          <h3 className="mt-2 font-bold">Is this right? Nothing is stored yet.</h3>
          <ol className="divide-y divide-rule" data-testid="preview">
            {rows.map((row) => (
              <li key={row.row} className="py-1.5">
                <strong>{row.name || '(no name)'}</strong>, {row.userName}
                {row.instrument && `, ${maybeInstrument(row.instrument)?.name}`}
                {row.problem ? (
                  <p className="border-l-4 border-warm pl-2">Left out: {row.problem}</p>
                ) : (
                  row.mends.length > 0 && (
                    <p className="border-l-4 border-rule pl-2 text-base text-faint">{row.mends.join('; ')}</p>
                  )
                )}
              </li>
            ))}
          </ol>
          <Button
            weight="main"
            onClick={take}
            disabled={isPending || good.length === 0}
            className="mt-2 w-full"
          >
            Take in {good.length} {good.length === 1 ? 'student' : 'students'}
          </Button>
        </div>
      )}
      {cards && <Cards cards={cards} className={className} code={code} />}
    </div>
  );
}
