import clsx from 'clsx';
import type { ComponentProps } from 'react';
import { Link } from '@/ui/link';

type Weight = 'main' | 'plain' | 'quiet';

function buttonClass(weight: Weight): string {
  return clsx(
    'inline-flex min-h-12 items-center justify-center gap-2 rounded-md px-5 font-bold transition-colors disabled:cursor-default disabled:opacity-50',
    weight === 'main' && 'bg-ink text-paper hover:bg-cool',
    weight === 'plain' && 'border-2 border-ink bg-paper text-ink hover:bg-cool-wash',
    weight === 'quiet' && 'text-cool underline decoration-2 underline-offset-4 hover:bg-cool-wash',
  );
}

export function Button({
  weight = 'plain',
  className,
  type = 'button',
  ...rest
}: ComponentProps<'button'> & { readonly weight?: Weight }) {
  return <button type={type} className={clsx(buttonClass(weight), className)} {...rest} />;
}

/** A link that looks like a button, for going somewhere. */
export function ButtonLink({
  weight = 'plain',
  className,
  ...rest
}: ComponentProps<typeof Link> & { readonly weight?: Weight }) {
  return <Link className={clsx(buttonClass(weight), className)} {...rest} />;
}
