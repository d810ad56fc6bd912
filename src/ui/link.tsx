import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/** A link inside Mevlo. Every page is made for its viewer, so that nothing of it can be fetched ahead: a desk asked 48 times for nothing. */
export function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink prefetch={false} {...props} />;
}
