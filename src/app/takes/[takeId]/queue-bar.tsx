'use client';
import { ArrowRight } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import { ButtonLink } from '@/ui/button';
import { Key } from '@/ui/key';

interface QueueBarProps {
  /** From 1; undefined when this take has its answer already. */
  readonly place: number | undefined;
  readonly count: number;
  readonly need: string | undefined;
  /** Where the next one is, or the desk. */
  readonly nextHref: string;
  readonly isLast: boolean;
}

/** Where one stands among the takes that wait, why this one comes now, and the way to the next. */
export function QueueBar({ place, count, need, nextHref, isLast }: QueueBarProps) {
  const router = useRouter();
  useKeys({ n: () => router.push(nextHref) });
  return (
    <nav
      aria-label="Takes that wait"
      className="mb-4 flex flex-wrap items-center justify-between gap-3 border-b-2 border-rule pb-3"
    >
      <p>
        <strong>{place ? `${place} of ${count} that wait` : `${count} still wait`}</strong>
        {need && <> · {need}</>}
      </p>
      <ButtonLink href={nextHref} aria-keyshortcuts="N">
        {isLast ? 'Back to the desk' : 'Leave it, next'} <ArrowRight aria-hidden className="size-5" />{' '}
        <Key>N</Key>
      </ButtonLink>
    </nav>
  );
}
