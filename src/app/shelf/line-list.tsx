'use client';
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { GripVertical } from 'lucide-react';
import { useId, useOptimistic, useTransition } from 'react';
import { INSTRUMENTS } from '@/core/instruments';
import { type Content, contentName } from '@/core/study';
import type { Vocabulary } from '@/core/time';
import { useStoredAtOnce } from '@/ui/form';
import { Link } from '@/ui/link';
import { useVocabulary } from '@/ui/vocabulary';
import { putBeside } from './actions';
import { LineTick } from './chosen-lines';

export interface ShelfLine {
  readonly id: string;
  readonly number: number;
  readonly title: string;
  readonly level: number | null;
  readonly token: string | null;
  readonly features: readonly string[];
  readonly instruments: readonly string[];
  readonly contentHash: string | null;
  /** It was asked for on the stand, and is not there yet. */
  readonly isAsked: boolean;
  /** And could not be put there. */
  readonly isGivenUp: boolean;
}

/** Lines of one page of a book, to be dragged into another order. */
export function LineList({
  lines,
  canMove,
}: {
  readonly lines: readonly ShelfLine[];
  readonly canMove: boolean;
}) {
  const id = useId();
  const [, startTransition] = useTransition();
  const { outcome, store } = useStoredAtOnce(putBeside);
  const [shown, reorder] = useOptimistic(lines, (_, next: readonly ShelfLine[]) => next);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    const from = shown.findIndex((line) => line.id === active.id);
    const to = shown.findIndex((line) => line.id === over?.id);
    if (from < 0 || to < 0 || from === to) return;
    const next = shown.toSpliced(from, 1).toSpliced(to, 0, shown[from]!);
    startTransition(async () => {
      reorder(next);
      await store(shown[from]!.id, shown[to]!.id, from < to ? 'after' : 'before');
    });
  };
  return (
    <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      {outcome}
      <SortableContext items={shown.map((line) => line.id)} strategy={rectSortingStrategy}>
        <ul className="grid gap-3 sm:grid-cols-2">
          {shown.map((line) => (
            <LineCard key={line.id} line={line} canMove={canMove} />
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}

function LineCard({ line, canMove }: { readonly line: ShelfLine; readonly canMove: boolean }) {
  const vocabulary = useVocabulary();
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({
      id: line.id,
      disabled: !canMove,
    });
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        transition: transition ?? undefined,
      }}
      className={`relative flex rounded-sm border bg-paper ${isDragging ? 'z-10 border-cool shadow-lg' : 'border-rule'}`}
    >
      <div className="flex w-9 shrink-0 flex-col items-center border-r border-rule">
        {line.contentHash && (
          <span className="flex h-11 items-center">
            <LineTick id={line.id} name={`${line.number} ${line.title}`} />
          </span>
        )}
        {canMove && (
          <button
            ref={setActivatorNodeRef}
            type="button"
            {...attributes}
            {...listeners}
            aria-label={`Move ${line.number} ${line.title}`}
            className="flex w-full flex-1 cursor-grab touch-none items-center justify-center text-faint hover:bg-cool-wash"
          >
            <GripVertical aria-hidden className="size-5" />
          </button>
        )}
      </div>
      <Link
        href={line.contentHash || line.isAsked ? `/shelf/${line.id}` : `/shelf/${line.id}/write`}
        className="block min-w-0 flex-1 p-3 hover:bg-cool-wash"
      >
        <span className="flex items-baseline justify-between gap-3">
          <span className="font-bold">
            {line.number} {line.title}
          </span>
          {line.level !== null && <span className="shrink-0 text-sm text-faint">level {line.level}</span>}
        </span>
        {line.contentHash ? (
          // biome-ignore lint/performance/noImgElement: a small drawing served by Mevlo, with nothing to optimise.
          <img
            src={`/api/openings/${line.contentHash}`}
            alt=""
            loading="lazy"
            width={380}
            height={100}
            className="my-1 h-28 w-full object-contain object-left"
          />
        ) : (
          <span className="my-1 flex h-28 items-center rounded-sm border-2 border-dashed border-rule px-3 text-faint">
            {sayDraft(line)}
          </span>
        )}
        <span className="block text-sm text-faint">{sayLine(line, vocabulary)}</span>
      </Link>
    </li>
  );
}

function sayDraft({ isAsked, isGivenUp }: ShelfLine): string {
  if (isGivenUp) return 'Could not be put on the stand';
  return isAsked ? 'Is being put on the stand' : 'Draft, not on the stand yet';
}

/** Of what is in nearly every line, nothing needs to be said. */
const USUAL: readonly string[] = ['half', 'whole', 'eighth', 'meter-4/4'];

function sayLine({ instruments, features, token }: ShelfLine, vocabulary: Vocabulary): string {
  const names = INSTRUMENTS.filter(({ id }) => instruments.includes(id)).map(({ name }) =>
    name.replace(/ in .*/, ''),
  );
  const players = names.length > 2 ? `${names[0]} and ${names.length - 1} more parts` : names.join(', ');
  const contents = features
    .filter((feature) => !USUAL.includes(feature))
    .map((feature) => contentName(feature as Content, vocabulary));
  return [token, players, contents.slice(0, 4).join(', ')].filter(Boolean).join(' · ');
}
