import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { READY_PLANS } from '@/core/practice';
import { requireTeacher } from '@/server/access/account/viewer';
import { listPlans } from '@/server/access/practice/plans';
import { Sheet } from '@/ui/page-frame';
import { PlanEditor } from './plan-editor';

export const metadata: Metadata = { title: 'Plans' };

/** How lines are learned: the ready plans, and the teacher's own. */
export default async function PlansPage() {
  const viewer = await requireTeacher();
  const own = await listPlans(viewer);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto max-w-[860px] space-y-5">
        <h1 className="font-serif text-3xl font-bold">Plans</h1>
        {own.map(({ id, plan }) => (
          <Sheet key={id}>
            <details>
              <summary className="min-h-11 cursor-pointer text-xl font-bold">{plan.name}</summary>
              <PlanEditor planId={id} plan={plan} />
            </details>
          </Sheet>
        ))}
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">A new plan</h2>
          <PlanEditor key={own.length} planId={undefined} plan={{ ...READY_PLANS[0]!, name: '' }} />
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
