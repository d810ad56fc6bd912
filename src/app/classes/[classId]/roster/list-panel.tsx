'use client';
import { useState, useTransition } from 'react';
import type { Issue } from '@/core/base';
import { decodeList, encodingOf, LIST_ENCODINGS, type ListEncoding, type RosterRow } from '@/core/school';
import { Button } from '@/ui/button';
import { Field, SmallChoice } from '@/ui/field';
import { Issues, resultOf } from '@/ui/form';
import { Progress } from '@/ui/progress';
import { lookAtList, takeIn } from './actions';
import { type Card, Cards } from './cards';
import { ListPreview, type PreviewRow } from './list-preview';

interface ListPanelProps {
  readonly classId: string;
  readonly className: string;
  readonly code: string;
}

const MOST_BYTES = 100_000;
/** So many come in at a time: making a secret takes a while, and somebody waits. */
const AT_A_TIME = 20;

const ENCODING_NAMES: Readonly<Record<ListEncoding, string>> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16',
  'utf-16be': 'UTF-16, big end first',
  'windows-1252': 'Windows-1252',
};

interface ListFile {
  readonly bytes: Uint8Array;
  readonly encoding: ListEncoding;
}

/** A file or a pasted list becomes students: first looked at and put right, then taken in, then their cards. */
export function ListPanel({ classId, className, code }: ListPanelProps) {
  const [text, setText] = useState('');
  const [file, setFile] = useState<ListFile>();
  const [rows, setRows] = useState<readonly PreviewRow[]>();
  const [cards, setCards] = useState<readonly Card[]>([]);
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const [taking, setTaking] = useState<{ readonly done: number; readonly of: number }>();
  const [isPending, start] = useTransition();
  const good = rows?.filter(({ isIn }) => isIn) ?? [];

  const look = (list: string) =>
    start(async () => {
      const read = await resultOf(() => lookAtList(classId, list));
      setIssues(read.ok ? [] : read.issues);
      setRows(read.ok ? read.value.map(asPreview) : undefined);
      setCards([]);
    });
  const lookAtFile = (bytes: Uint8Array, encoding: ListEncoding) => {
    setFile({ bytes, encoding });
    look(decodeList(bytes, encoding));
  };
  const take = () =>
    start(async () => {
      setIssues([]);
      const made: Card[] = [];
      for (let from = 0; from < good.length; from += AT_A_TIME) {
        setTaking({ done: from, of: good.length });
        const now = good.slice(from, from + AT_A_TIME);
        const students = now.map(({ name, userName, instrument }) => ({
          name,
          userName,
          ...(instrument && { instrument }),
        }));
        const taken = await resultOf(() => takeIn(classId, students));
        if (!taken.ok) {
          setIssues(taken.issues);
          break;
        }
        made.push(...taken.value);
        setCards([...made]);
        // Whoever is in is not taken in again, whatever happens to the rest.
        setRows((all) => all?.filter(({ row }) => !now.some((one) => one.row === row)));
      }
      setTaking(undefined);
      if (made.length < good.length) return;
      setRows(undefined);
      setText('');
      setFile(undefined);
    });

  return (
    <div className="space-y-3">
      <Field
        label="File (CSV)"
        type="file"
        accept=".csv,.txt,.tsv,text/csv,text/plain"
        onChange={async (event) => {
          const chosen = event.currentTarget.files?.[0];
          if (!chosen) return;
          if (chosen.size > MOST_BYTES)
            return setIssues([{ code: 'too-long', message: 'The file is longer than a class can be.' }]);
          const bytes = new Uint8Array(await chosen.arrayBuffer());
          lookAtFile(bytes, encodingOf(bytes));
        }}
      />
      {file && (
        <SmallChoice
          label="Letters are stored as"
          value={file.encoding}
          onChange={(encoding) => lookAtFile(file.bytes, encoding as ListEncoding)}
        >
          {LIST_ENCODINGS.map((encoding) => (
            <option key={encoding} value={encoding}>
              {ENCODING_NAMES[encoding]}
            </option>
          ))}
        </SmallChoice>
      )}
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
      {taking && <Progress name="Students taken in" {...taking} />}
      {rows && rows.length > 0 && (
        <div>
          <h3 className="mt-2 font-bold">Is this right? Nothing of it is stored yet.</h3>
          <ListPreview rows={rows} onChange={setRows} />
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
      {cards.length > 0 && <Cards cards={cards} className={className} code={code} />}
    </div>
  );
}

const asPreview = (row: RosterRow): PreviewRow => ({ ...row, isIn: row.problem === undefined });
