import type { Metadata } from 'next';
import { orNotFound } from '@/app/_components/not-found-guard';
import { dayOf } from '@/core/calendar';
import { requireTeacher } from '@/server/access/account/viewer';
import { getGivenPlan } from '@/server/access/practice/given';
import { sayDay } from '@/server/access/school/dates';
import { ButtonLink } from '@/ui/button';
import { PrintButton } from '@/ui/print-button';

export const metadata: Metadata = { title: 'Plan' };

/** A plan on paper: a box to tick for every stage. */
export default async function PlanOnPaper({
  params,
}: {
  readonly params: Promise<{ readonly assignmentId: string }>;
}) {
  const viewer = await requireTeacher();
  const { id, title, className, dueOn, rows } = await orNotFound(
    getGivenPlan(viewer, (await params).assignmentId),
  );
  return (
    <div className="min-h-screen bg-desk print:bg-white">
      <section aria-label="Print" className="mx-auto flex max-w-[860px] flex-wrap gap-3 p-4 print:hidden">
        <PrintButton />
        <ButtonLink href={`/given/${id}`} weight="quiet">
          Back
        </ButtonLink>
      </section>
      <main
        id="main"
        className="mx-auto mb-8 max-w-[860px] bg-white p-[14mm] text-black shadow-lg print:m-0 print:max-w-none print:p-0 print:shadow-none"
      >
        <div className="mb-4 flex flex-wrap items-baseline justify-between gap-4 font-serif">
          <h1 className="text-3xl font-bold">{title}</h1>
          <p>
            {className}, due {sayDay(dueOn, dayOf(new Date()))}
          </p>
          <p>Name ______________________</p>
        </div>
        <table className="w-full text-left text-base">
          <thead>
            <tr className="border-b-2 border-black">
              <th className="py-1">done</th>
              <th>what</th>
              <th>piece</th>
              <th>tempo</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ piece, step, doThis, tempos }, index) => (
              <tr key={index} className="break-inside-avoid border-b border-black/30 align-top">
                <td className="py-1.5">
                  <span className="inline-block size-5 border-2 border-black" />
                </td>
                <td className="py-1.5 pr-4">
                  <strong>{step}</strong>: {doThis}
                </td>
                <td className="py-1.5 pr-4">{piece}</td>
                <td className="py-1.5">{tempos.join(' · ')}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-4 text-base">
          Stop when something hurts; if it stays, tell your teacher or a doctor.
        </p>
      </main>
    </div>
  );
}
