import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { dayAfter, dayOf } from '@/core/calendar';
import { requireTeacher } from '@/server/access/account/viewer';
import { getLinesToGive } from '@/server/access/practice/giving-out';
import { listPlansToChoose } from '@/server/access/practice/plans';
import { listRosters } from '@/server/access/school/classes';
import { ButtonLink } from '@/ui/button';
import { Sheet } from '@/ui/page-frame';
import { GiveForm } from './give-form';

export const metadata: Metadata = { title: 'Give out' };

const USUAL_DAYS = 7;

/** A week's work: several lines to several classes with one touch. */
export default async function GivePage({
  searchParams,
}: {
  readonly searchParams: Promise<{ readonly line?: string | string[] }>;
}) {
  const viewer = await requireTeacher();
  const ids = [(await searchParams).line ?? []].flat();
  const [rosters, plans] = await Promise.all([listRosters(viewer), listPlansToChoose(viewer)]);
  const instruments = rosters.flatMap(({ students }) => students.map(({ instrument }) => instrument));
  const lines = await orNotFound(getLinesToGive(viewer, ids, instruments));
  const today = dayOf(new Date());
  return (
    <SignedInFrame viewer={viewer}>
      <Sheet>
        <h1 className="mb-3 font-serif text-3xl font-bold">Give out</h1>
        {lines.length === 0 || rosters.length === 0 ? (
          <>
            <p className="mb-3">
              {rosters.length === 0
                ? 'There is no class yet.'
                : 'Choose lines on the shelf first: each has a box to tick.'}
            </p>
            <ButtonLink href={rosters.length === 0 ? '/classes' : '/shelf'} weight="main">
              {rosters.length === 0 ? 'Make a class' : 'To the shelf'}
            </ButtonLink>
          </>
        ) : (
          <GiveForm
            lines={lines}
            rosters={rosters.map(({ id, name, students }) => ({ id, name, students }))}
            plans={plans}
            today={today}
            dueOn={dayAfter(today, USUAL_DAYS)}
          />
        )}
      </Sheet>
    </SignedInFrame>
  );
}
