import type { Metadata } from 'next';
import { DrawingComes } from '@/app/_components/drawing-comes';
import { orNotFound } from '@/app/_components/not-found-guard';
import { USUAL_COUNT_IN } from '@/core/counting';
import { levelOf } from '@/core/instruments';
import { proposedClimb } from '@/core/study';
import { requireTeacher } from '@/server/access/account/viewer';
import { getLine, listShelf } from '@/server/access/shelf/shelf';
import { ButtonLink } from '@/ui/button';
import { VocabularyProvider } from '@/ui/vocabulary';
import { Together } from './together';

export const metadata: Metadata = { title: 'Together' };

interface TogetherPageProps {
  readonly params: Promise<{ readonly lineId: string }>;
  readonly searchParams: Promise<{ readonly part?: string; readonly then?: string }>;
}

/** A line at the front of the room: large, counted in, for everybody at once. Nobody but the teacher signs in. */
export default async function TogetherPage({ params, searchParams }: TogetherPageProps) {
  const viewer = await requireTeacher();
  const [{ lineId }, { part, then }] = await Promise.all([params, searchParams]);
  const line = await orNotFound(getLine(viewer, lineId, Number(part) || 0));
  const next = then ? await orNotFound(getLine(viewer, then)) : undefined;
  const shelf = await listShelf(viewer, { book: line.bookId });
  const shown = [line, next].flatMap((one) =>
    one?.shown?.engravings
      ? [
          {
            id: one.id,
            name: `${one.number} ${one.title}`,
            line: one.shown.line,
            engravings: one.shown.engravings,
            ...proposedClimb(one.shown.line.part, levelOf(one.level)),
          },
        ]
      : [],
  );
  return (
    <main id="main" className="min-h-screen bg-paper p-4">
      <ButtonLink href={`/shelf/${lineId}`} weight="quiet">
        Back
      </ButtonLink>
      <VocabularyProvider vocabulary={line.shown?.vocabulary ?? 'us'}>
        {shown.length > 0 ? (
          <Together
            lines={shown}
            countIn={USUAL_COUNT_IN}
            others={shelf.lines
              .filter(({ id, contentHash }) => contentHash && id !== lineId)
              .map(({ id, number, title }) => ({ id, name: `${number} ${title}` }))}
          />
        ) : (
          <DrawingComes />
        )}
      </VocabularyProvider>
    </main>
  );
}
