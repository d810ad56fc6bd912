'use client';
import { CircleStop, Volume2 } from 'lucide-react';
import { useLinePlayer } from '@/app/_components/sound/use-line-player';
import type { Line } from '@/core/notation';
import { Button } from '@/ui/button';
import { EngravedLine, type LineEngravings, useEngraving } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';

interface ShownLineProps {
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly bpm: number;
}

const ONCE = { hasModel: true, rounds: 1, turns: 'together' } as const;

/** The line as it stands, with its counting, and how it sounds. */
export function ShownLine({ line, engravings, bpm }: ShownLineProps) {
  const engraving = useEngraving(engravings);
  const player = useLinePlayer({ line, engraving, countIn: undefined });
  const Icon = player.isPlaying ? CircleStop : Volume2;
  return (
    <>
      <EngravedLine engraving={engraving} playhead={player.playhead} />
      <Button onClick={() => (player.isPlaying ? player.stop() : player.play(ONCE, bpm))} className="mt-3">
        <Icon aria-hidden className="size-5" /> {player.isPlaying ? 'Stop' : 'Listen'}
      </Button>
      {player.problem && <Notice kind="problem">{player.problem}</Notice>}
    </>
  );
}
