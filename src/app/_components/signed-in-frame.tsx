import type { ReactNode } from 'react';
import type { Viewer } from '@/server/access/account/viewer';
import { PageFrame } from '@/ui/page-frame';
import { signOut } from '../actions';
import { DeviceChip } from './device/device-chip';
import { DeviceTakesProvider } from './device/device-takes';
import { Offline } from './device/offline';

/** Every page of somebody who is signed in. */
export function SignedInFrame({
  viewer,
  children,
}: {
  readonly viewer: Viewer;
  readonly children: ReactNode;
}) {
  const isStudent = viewer.role === 'student';
  return (
    <DeviceTakesProvider userId={isStudent ? viewer.userId : undefined}>
      <Offline isKept={isStudent} />
      <PageFrame
        viewer={{ name: viewer.name, role: viewer.role }}
        signOut={signOut}
        aside={isStudent ? <DeviceChip /> : undefined}
      >
        {children}
      </PageFrame>
    </DeviceTakesProvider>
  );
}
