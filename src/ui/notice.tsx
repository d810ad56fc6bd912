import { CircleAlert, Info } from 'lucide-react';
import type { ReactNode } from 'react';

/** Something the person should know: a problem (warm) or a piece of news (cool). Read out at once. */
export function Notice({
  kind,
  children,
}: {
  readonly kind: 'problem' | 'news';
  readonly children: ReactNode;
}) {
  const isProblem = kind === 'problem';
  const Icon = isProblem ? CircleAlert : Info;
  return (
    <div
      role={isProblem ? 'alert' : 'status'}
      className={`flex items-start gap-3 rounded-md border-l-8 px-4 py-3 ${isProblem ? 'border-warm bg-warm-wash' : 'border-cool bg-cool-wash'}`}
    >
      <Icon aria-hidden className={`mt-0.5 size-6 shrink-0 ${isProblem ? 'text-warm' : 'text-cool'}`} />
      <div>{children}</div>
    </div>
  );
}
