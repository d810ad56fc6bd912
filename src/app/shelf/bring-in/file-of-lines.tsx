'use client';
import { useEffect, useId, useState } from 'react';
import type { ReadPiece } from '@/browser/page-reader';
import type { QueuedEngraver } from '@/browser/queued-engraver';
import { leadLine, type Score } from '@/core/notation';
import type { Engraving } from '@/engraving/engraving';
import type { ImportedLine } from '@/server/access/shelf/writing';
import { Button } from '@/ui/button';
import { Choice, Field } from '@/ui/field';
import { IssueList, Issues } from '@/ui/form';
import { InView } from '@/ui/in-view';
import { EngravedLine, isNarrowScreen } from '@/ui/music/engraved-line';
import { Tick } from '@/ui/tick';
import type { PageFile } from './use-page-files';
import type { usePieceWishes } from './use-piece-wishes';

interface FileOfLinesProps {
  readonly file: PageFile;
  readonly wishes: ReturnType<typeof usePieceWishes>;
  /** Lines that are on the shelf already, by the key of their wish. */
  readonly placed: ReadonlyMap<string, ImportedLine>;
  /** One for all files: it takes a second to be ready. */
  readonly engraver: () => QueuedEngraver;
  readonly onCut: (starts: readonly number[]) => void;
  readonly onRemove: () => void;
}

/** A file with its lines under each other. */
export function FileOfLines({ file, wishes, placed, engraver, onCut, onRemove }: FileOfLinesProps) {
  const heading = useId();
  const { read } = file;
  const pieces = read?.ok ? read.value.pieces : [];
  const starts = pieces.map(({ from }) => from);
  return (
    <section aria-labelledby={heading} className="border-t-2 border-rule pt-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id={heading} className="text-xl font-bold">
          {file.name}
        </h2>
        <span role="status" className="mr-auto text-faint">
          {!read ? 'is being read …' : read.ok && counted(pieces.length)}
        </span>
        <Button weight="quiet" onClick={onRemove} aria-label={`Leave out ${file.name}`}>
          Leave out
        </Button>
      </div>
      {read && !read.ok && <Issues heading="This file was not read:" issues={read.issues} />}
      <ol className="space-y-4">
        {pieces.map((piece, index) => (
          <Piece
            key={`${piece.from} ${piece.to} ${index}`}
            piece={piece}
            wish={wishes.of(file, piece)}
            onWish={(wish) => wishes.say(file, piece, wish)}
            isPlaced={placed.has(wishes.keyOf(file, piece))}
            engraver={engraver}
            onCutAt={
              read?.ok && read.value.canBeCut && piece.to - piece.from > 1
                ? (at) => onCut([...starts, at].sort((a, b) => a - b))
                : undefined
            }
            onJoin={
              read?.ok && read.value.canBeCut && index > 0
                ? () => onCut(starts.filter((start) => start !== piece.from))
                : undefined
            }
          />
        ))}
      </ol>
    </section>
  );
}

const counted = (count: number) => (count === 1 ? '1 line' : `${count} lines`);

interface PieceProps {
  readonly piece: ReadPiece;
  readonly wish: ReturnType<ReturnType<typeof usePieceWishes>['of']>;
  readonly onWish: (wish: Partial<PieceProps['wish']>) => void;
  readonly isPlaced: boolean;
  readonly engraver: () => QueuedEngraver;
  /** Undefined where it cannot be cut. @param at place of the first measure of the new line. */
  readonly onCutAt: ((at: number) => void) | undefined;
  readonly onJoin: (() => void) | undefined;
}

function Piece({ piece, wish, onWish, isPlaced, engraver, onCutAt, onJoin }: PieceProps) {
  const { document, issues, remarks, from, to } = piece;
  const score = document?.score;
  const measures = score ? score.parts[0]!.measures.length : to - from;
  const partCount = score ? score.parts.length : 0;
  const facts = [
    measures === 1 ? '1 measure' : `${measures} measures`,
    ...(partCount > 1 ? [`${partCount} parts`] : []),
  ].join(', ');
  return (
    <li className="rounded-md border-2 border-rule p-3">
      <div className="grid items-end gap-3 sm:grid-cols-[6rem_1fr_auto]">
        <Field
          label="Line"
          type="number"
          min={1}
          max={9999}
          placeholder="next"
          value={wish.number}
          disabled={isPlaced}
          onChange={({ target }) => onWish({ number: target.value })}
        />
        <Field
          label="Title"
          maxLength={120}
          required
          value={wish.title}
          disabled={isPlaced}
          onChange={({ target }) => onWish({ title: target.value })}
        />
        <p className="min-h-12 content-center">{isPlaced ? 'is on the shelf' : facts}</p>
      </div>
      {score && (
        <InView className="mt-2 min-h-24 max-w-2xl">
          {() => <Drawing score={score} engraver={engraver} />}
        </InView>
      )}
      {issues.length > 0 && (
        <div className="mt-2">
          <p className="font-bold">
            {document ? 'To mend before it can be given out:' : 'It cannot be read:'}
          </p>
          <IssueList issues={issues} />
        </div>
      )}
      {remarks.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer content-center">
            {remarks.length === 1 ? '1 thing' : `${remarks.length} things`} of the file that Mevlo does not
            keep, or reads differently
          </summary>
          <IssueList issues={remarks} />
        </details>
      )}
      {!isPlaced && (
        <div className="mt-2 flex flex-wrap items-center gap-x-5 gap-y-2">
          {document && (
            <Tick
              label={`Bring in “${wish.title}”`}
              isOn={wish.isWanted}
              onChange={(isWanted) => onWish({ isWanted })}
            />
          )}
          {onCutAt && (
            <div className="w-56">
              <Choice
                label={`Cut “${wish.title}”`}
                value=""
                onChange={({ target }) => onCutAt(Number(target.value))}
              >
                <option value="">not</option>
                {Array.from({ length: to - from - 1 }, (_, n) => (
                  <option key={from + n} value={from + n + 1}>
                    behind its measure {n + 1}
                  </option>
                ))}
              </Choice>
            </div>
          )}
          {onJoin && <Button onClick={onJoin}>Join to the line before</Button>}
        </div>
      )}
    </li>
  );
}

/** The lead of a line as it is printed, without counts. */
function Drawing({ score, engraver }: { readonly score: Score; readonly engraver: () => QueuedEngraver }) {
  const [drawn, setDrawn] = useState<Engraving | 'not'>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the engraver is made once.
  useEffect(() => {
    let isWanted = true;
    const show = (drawing: Engraving | 'not') => isWanted && setDrawn(drawing);
    engraver()
      .draw(leadLine(score), { layout: isNarrowScreen() ? 'narrow' : 'wide', counting: undefined })
      .then(show, () => show('not'));
    return () => {
      isWanted = false;
    };
  }, [score]);
  if (drawn === 'not') return <p>This line could not be drawn; what is wrong with it stands below.</p>;
  return drawn ? <EngravedLine engraving={drawn} /> : <p className="text-faint">is being drawn …</p>;
}
