import type { ReactNode } from 'react';
import type { Viewer } from '@/server/access/viewer';
import { PageFrame } from '@/ui/page-frame';
import { signOut } from '../actions';

export function SignedInFrame({
  viewer,
  children,
}: {
  readonly viewer: Viewer;
  readonly children: ReactNode;
}) {
  return (
    <PageFrame viewer={{ name: viewer.name, role: viewer.role }} signOut={signOut}>
      {children}
    </PageFrame>
  );
}
