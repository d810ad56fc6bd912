import { RotateCcw, Send } from 'lucide-react';
import type { Line } from '@/core/notation';
import { Button } from '@/ui/button';
import { CheckedLine } from '@/ui/music/checked-line';
import type { LineEngravings } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';
import type { RecordedTake } from './use-stand';

interface ResultProps {
  readonly take: RecordedTake;
  readonly line: Line;
  readonly engravings: LineEngravings;
  readonly busy: boolean;
  readonly onAgain: () => void;
  readonly onHandIn: (() => void) | undefined;
}

/** A take that was just played: what the device found, and what to do with it. */
export function Result({ take, line, engravings, busy, onAgain, onHandIn }: ResultProps) {
  return (
    <div className="space-y-4">
      {take.clipped && (
        <Notice kind="problem">
          The microphone was too loud in places. Move back a little for the next take.
        </Notice>
      )}
      <CheckedLine
        line={line}
        engravings={engravings}
        verdict={take.check.verdict}
        levelsDb={take.check.heard.levelsDb}
        audioSrc={take.url}
      />
      <div className="flex flex-wrap gap-3 border-t-2 border-rule pt-4">
        {onHandIn && (
          <Button weight="main" onClick={onHandIn} disabled={busy} className="min-h-16 px-8 text-xl">
            <Send aria-hidden className="size-6" /> {busy ? 'Handing in …' : 'Hand in'}
          </Button>
        )}
        <Button onClick={onAgain} disabled={busy} className="min-h-16 px-8 text-xl">
          <RotateCcw aria-hidden className="size-6" /> Try again
        </Button>
      </div>
    </div>
  );
}
