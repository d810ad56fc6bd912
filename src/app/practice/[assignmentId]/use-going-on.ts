import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { afterCleanTake, type Climbing, climbingAfter, type GoodOutcome } from '@/core/practice';
import type { SittingTake } from './stand-machine';
import type { AtStand } from './use-stand';

interface GoingOnOptions {
  readonly assignmentId: string;
  readonly climbing: Climbing | undefined;
  /** By what the take was like. */
  readonly nextStageIds: Readonly<Record<GoodOutcome, string | undefined>>;
  readonly stand: AtStand;
  readonly onBpm: (bpm: number) => void;
}

/**
 * One touch after a good take: it is handed in, and the way goes on, faster or with the next stage. Nobody waits for the school's check, nor
 * for a connection.
 */
export function useGoingOn({ assignmentId, nextStageIds, stand, onBpm, ...given }: GoingOnOptions) {
  const router = useRouter();
  const [climbing, setClimbing] = useState(given.climbing);
  const goOn = (take: SittingTake, outcome: GoodOutcome) => {
    if (!climbing) return;
    stand.handIn(take);
    const after = afterCleanTake(climbing, take.askedBpm);
    const nextStageId = nextStageIds[outcome];
    if (after.kind === 'next-stage' && nextStageId !== undefined)
      return router.push(`/practice/${assignmentId}?stage=${encodeURIComponent(nextStageId)}`);
    setClimbing(climbingAfter(climbing, take.askedBpm, outcome));
    if (after.kind === 'faster') onBpm(after.bpm);
    stand.putAway();
  };
  return { climbing, goOn };
}
