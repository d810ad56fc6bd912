import type { Metadata } from 'next';
import { SignedInFrame } from '@/app/_components/signed-in-frame';
import { READY_PLANS, STEPS } from '@/core/practice';
import { requireTeacher } from '@/server/access/account/viewer';
import { listPlans } from '@/server/access/practice/plans';
import { ButtonLink } from '@/ui/button';
import { Sheet } from '@/ui/page-frame';
import { PlanEditor } from './plan-editor';
import { RemovedPlan } from './removed-plan';

export const metadata: Metadata = { title: 'Plans' };

/** How lines are learned: the ready plans, and the teacher's own. */
export default async function PlansPage({
  searchParams,
}: {
  /** `from`: name of the ready plan that the new one begins as; `removed`: the plan that was removed last. */
  readonly searchParams: Promise<{ readonly from?: string; readonly removed?: string }>;
}) {
  const viewer = await requireTeacher();
  const [own, { from, removed }] = await Promise.all([listPlans(viewer), searchParams]);
  const begun = READY_PLANS.find(({ name }) => name === from);
  return (
    <SignedInFrame viewer={viewer}>
      <div className="mx-auto max-w-[860px] space-y-5">
        <h1 className="font-serif text-3xl font-bold">Plans</h1>
        {removed && <RemovedPlan planId={removed} />}
        {own.map(({ id, plan }) => (
          <Sheet key={id}>
            <details>
              <summary className="min-h-11 cursor-pointer text-xl font-bold">{plan.name}</summary>
              <PlanEditor planId={id} plan={plan} />
            </details>
          </Sheet>
        ))}
        <Sheet>
          <h2 className="mb-2 text-xl font-bold">Ready to be given out</h2>
          {READY_PLANS.map(({ name, steps }) => (
            <details key={name} className="border-b border-rule py-1">
              <summary className="min-h-11 cursor-pointer py-2 font-bold">{name}</summary>
              <ol className="ml-6 list-decimal">
                {steps.map((step) => (
                  <li key={step}>
                    <strong>{STEPS[step].name}</strong>: {STEPS[step].doThis}
                  </li>
                ))}
              </ol>
              <ButtonLink href={`/plans?${new URLSearchParams({ from: name })}#new`} weight="quiet">
                Begin a plan of my own with it<span className="sr-only">: {name}</span>
              </ButtonLink>
            </details>
          ))}
        </Sheet>
        <Sheet>
          <h2 id="new" className="mb-2 text-xl font-bold">
            {begun ? `A new plan, begun as “${begun.name}”` : 'A new plan'}
          </h2>
          <PlanEditor
            key={`${own.length} ${begun?.name}`}
            planId={undefined}
            plan={{ ...(begun ?? READY_PLANS[0]!), name: begun ? `${begun.name}, my way` : '' }}
          />
        </Sheet>
      </div>
    </SignedInFrame>
  );
}
