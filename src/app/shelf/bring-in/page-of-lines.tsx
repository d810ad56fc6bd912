'use client';
import { useState } from 'react';
import type { ReadPiece } from '@/browser/page-reader';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { Link } from '@/ui/link';
import { Notice } from '@/ui/notice';
import { Options } from '@/ui/options';
import { Progress } from '@/ui/progress';
import { FileOfLines } from './file-of-lines';
import { useEngraver } from './use-engraver';
import { type PageFile, usePageFiles } from './use-page-files';
import { usePieceWishes } from './use-piece-wishes';
import { type PlacedPiece, usePlacing } from './use-placing';

interface PageOfLinesProps {
  readonly books: readonly { readonly id: string; readonly title: string }[];
}

/** Files of many lines: where each begins, what it is called, what is wrong with it; then all come onto the shelf. */
export function PageOfLines({ books }: PageOfLinesProps) {
  const { files, add, cut, remove } = usePageFiles();
  const wishes = usePieceWishes();
  const placing = usePlacing();
  const engraver = useEngraver();
  const [bookId, setBookId] = useState(books[0]!.id);
  const [page, setPage] = useState('');
  const wanted = files.flatMap((file) =>
    piecesOf(file).flatMap((piece): PlacedPiece[] => {
      const key = wishes.keyOf(file, piece);
      const wish = wishes.of(file, piece);
      const isThere = placing.placed.has(key);
      return piece.document && wish.isWanted && !isThere ? [{ key, document: piece.document, wish }] : [];
    }),
  );
  return (
    <div className="space-y-5">
      <p>
        Choose one file or several: MusicXML with exercises under each other, books of ABC tunes, MIDI. They
        are read on this device; nothing is stored before you say so.
      </p>
      <Field
        label="Files"
        type="file"
        multiple
        accept=".musicxml,.mxl,.xml,.mid,.midi,.abc"
        onChange={({ target }) => {
          void add([...(target.files ?? [])]);
          target.value = '';
        }}
      />
      {files.map((file) => (
        <FileOfLines
          key={file.key}
          file={file}
          wishes={wishes}
          placed={placing.placed}
          engraver={engraver}
          onCut={(starts) => void cut(file, starts)}
          onRemove={() => remove(file.key)}
        />
      ))}
      {files.length > 0 && (
        <form
          className="grid items-end gap-4 border-t-2 border-rule pt-4 sm:grid-cols-[1fr_8rem_auto]"
          onSubmit={(event) => {
            event.preventDefault();
            void placing.place(wanted, { bookId, page });
          }}
        >
          <Choice label="Book" value={bookId} onChange={({ target }) => setBookId(target.value)}>
            <Options of={books} />
          </Choice>
          <Field
            label="Page"
            type="number"
            min={1}
            max={999}
            value={page}
            onChange={({ target }) => setPage(target.value)}
          />
          <Button type="submit" weight="main" disabled={wanted.length === 0 || placing.isAtWork}>
            {wanted.length === 1 ? 'Put 1 line on the shelf' : `Put ${wanted.length} lines on the shelf`}
          </Button>
        </form>
      )}
      <Outcome placing={placing} />
    </div>
  );
}

const piecesOf = ({ read }: PageFile): readonly ReadPiece[] => (read?.ok ? read.value.pieces : []);

function Outcome({
  placing: { placed, isAtWork, of, problem },
}: {
  readonly placing: ReturnType<typeof usePlacing>;
}) {
  const drafts = [...placed.values()].filter(({ toMend }) => toMend.length > 0);
  return (
    <>
      {isAtWork && <Progress name="Lines on the shelf" done={of.done} of={of.all} />}
      {problem && (
        <Notice kind="problem">
          <p className="font-bold">Not all of them are on the shelf yet:</p>
          <p>{problem}</p>
          <p>What is there stays; the button brings in the others.</p>
        </Notice>
      )}
      {!isAtWork && placed.size > 0 && (
        <Notice kind="news">
          <p className="font-bold">
            {placed.size === 1 ? '1 line is' : `${placed.size} lines are`} on the shelf
            {drafts.length > 0 &&
              `, ${drafts.length} of them as ${drafts.length === 1 ? 'a draft' : 'drafts'}`}
            .
          </p>
          {drafts.map(({ lineId, title }) => (
            <Link
              key={lineId}
              href={`/shelf/${lineId}/write`}
              className="mr-4 inline-flex min-h-11 items-center font-bold underline underline-offset-4"
            >
              Mend “{title}” on the writing desk
            </Link>
          ))}
          <Link
            href="/shelf"
            className="inline-flex min-h-11 items-center font-bold underline underline-offset-4"
          >
            Look at the shelf
          </Link>
        </Notice>
      )}
    </>
  );
}
