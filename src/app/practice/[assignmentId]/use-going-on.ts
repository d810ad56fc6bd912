import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DeviceTakes } from '@/app/_components/device/device-takes';
import { afterCleanTake, type Climbing, climbingAfter } from '@/core/practice';
import { wholeTake } from './stand-words';
import type { AtStand } from './use-stand';

interface GoingOnOptions {
  readonly assignmentId: string;
  readonly climbing: Climbing | undefined;
  readonly nextStageId: string | undefined;
  readonly stand: AtStand;
  readonly device: DeviceTakes;
  readonly onBpm: (bpm: number) => void;
}

/**
 * One touch after a good take: it is handed in, and the way goes on, faster or with the next stage. Nobody waits for the school's check, nor
 * for a connection.
 */
export function useGoingOn({ assignmentId, nextStageId, stand, device, onBpm, ...given }: GoingOnOptions) {
  const router = useRouter();
  const [climbing, setClimbing] = useState(given.climbing);
  const goOn = (takeId: string, outcome: 'good' | 'easy') => {
    const take = stand.sitting.takes.find(({ id }) => id === takeId);
    if (!take || !climbing) return;
    void device.handIn(takeId, { selfRating: take.rating }, () => wholeTake(take, stand.facts));
    const after = afterCleanTake(climbing, take.askedBpm);
    if (after.kind === 'next-stage' && nextStageId !== undefined)
      return router.push(`/practice/${assignmentId}?stage=${encodeURIComponent(nextStageId)}`);
    setClimbing(climbingAfter(climbing, take.askedBpm, outcome));
    if (after.kind === 'faster') onBpm(after.bpm);
    stand.putAway();
  };
  return { climbing, goOn };
}
