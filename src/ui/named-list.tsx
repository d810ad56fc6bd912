import { Children, type ReactNode } from 'react';

interface NamedListProps {
  readonly name: string;
  readonly level: 2 | 3;
  readonly className: string;
  /** Its items; without any nothing is shown, not even the name. */
  readonly children: ReactNode;
}

/** A list under its name, if there is anything in it. */
export function NamedList({ name, level, className, children }: NamedListProps) {
  if (Children.count(children) === 0) return null;
  const Heading = level === 2 ? 'h2' : 'h3';
  return (
    <>
      <Heading className={level === 2 ? 'mt-3 text-xl font-bold' : 'mt-2 font-bold'}>{name}</Heading>
      <ul className={className}>{children}</ul>
    </>
  );
}
