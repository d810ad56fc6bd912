import { Check } from 'lucide-react';
import type { maybeFirstSteps } from '@/server/access/school/find';
import { ButtonLink } from '@/ui/button';
import { Sheet } from '@/ui/page-frame';

interface FirstStepsProps {
  readonly steps: NonNullable<Awaited<ReturnType<typeof maybeFirstSteps>>>;
}

/** From an empty school to the first take; it goes away by itself when that is there. */
export function FirstSteps({ steps: { classId, hasStudents, hasGiven } }: FirstStepsProps) {
  const rows = [
    { name: 'Make a class', isDone: classId !== null, href: '/classes', go: 'Make it' },
    {
      name: 'Take in its students, from a list or one by one, and print their cards',
      isDone: hasStudents,
      href: classId === null ? undefined : `/classes/${classId}/roster`,
      go: 'To the roster',
    },
    { name: 'Give out a first line', isDone: hasGiven, href: '/shelf', go: 'To the shelf' },
    {
      name: 'A student signs in with the card, plays and hands in: the take comes to this desk',
      isDone: false,
      href: undefined,
      go: '',
    },
  ];
  const next = rows.findIndex(({ isDone }) => !isDone);
  return (
    <Sheet className="mb-5">
      <h2 className="mb-2 text-xl font-bold">Your first steps</h2>
      <ol className="space-y-2">
        {rows.map(({ name, isDone, href, go }, index) => (
          <li
            key={name}
            aria-current={index === next ? 'step' : undefined}
            className={`flex flex-wrap items-center gap-3 border-l-8 pl-3 ${index === next ? 'border-cool' : 'border-rule'}`}
          >
            <span className={index === next ? 'font-bold' : isDone ? 'text-faint' : ''}>
              {index + 1}. {name}
            </span>
            {isDone && (
              <span className="inline-flex items-center gap-1 text-faint">
                <Check aria-hidden className="size-5" /> done
              </span>
            )}
            {index === next && href && (
              <ButtonLink href={href} weight="main">
                {go}
              </ButtonLink>
            )}
          </li>
        ))}
      </ol>
    </Sheet>
  );
}
