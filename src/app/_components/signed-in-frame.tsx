import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import type { Viewer } from '@/server/access/account/viewer';
import { vocabularyOf } from '@/server/access/school/vocabulary';
import { PageFrame } from '@/ui/page-frame';
import { VocabularyProvider } from '@/ui/vocabulary';
import { signOut } from '../actions';
import { DeviceChip } from './device/device-chip';
import { DeviceTakesProvider } from './device/device-takes';
import { Offline } from './device/offline';
import { PracticeTimeProvider } from './device/practice-time';
import { helpFor } from './page-help';

/** Every page of somebody who is signed in. */
export async function SignedInFrame({
  viewer,
  children,
}: {
  readonly viewer: Viewer;
  readonly children: ReactNode;
}) {
  const isStudent = viewer.role === 'student';
  const vocabulary = await vocabularyOf(viewer);
  const path = (await headers()).get('x-mevlo-path') ?? '';
  return (
    <DeviceTakesProvider userId={isStudent ? viewer.userId : undefined}>
      <Offline isKept={isStudent} />
      <PracticeTimeProvider userId={isStudent ? viewer.userId : undefined}>
        <PageFrame
          viewer={{ name: viewer.name, role: viewer.role }}
          signOut={signOut}
          aside={isStudent ? <DeviceChip /> : undefined}
          help={helpFor(path, viewer.role)}
        >
          <VocabularyProvider vocabulary={vocabulary}>{children}</VocabularyProvider>
        </PageFrame>
      </PracticeTimeProvider>
    </DeviceTakesProvider>
  );
}
