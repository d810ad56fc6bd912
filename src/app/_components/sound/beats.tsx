'use client';
import { type RefObject, useImperativeHandle, useRef, useState } from 'react';
import type { LineClick } from '@/core/playback';

/** Shows the beat without redrawing the page around it. */
export interface BeatsHandle {
  /** @param share of the way to the next click that is gone, 0–1. @param isCounting before the line. */
  show(click: Pick<LineClick, 'beat' | 'word'> | undefined, share: number, isCounting: boolean): void;
}

interface BeatsProps {
  readonly count: number;
  readonly beats: RefObject<BeatsHandle | null>;
  /** What is said during the count-in, and what the student does when it is over. */
  readonly counting?: string;
  readonly doing: string;
}

/** The beat as numbers and as a foot that taps, so that it works without sound; the number is large during the count-in. */
export function Beats({ count, beats, counting = 'Count …', doing }: BeatsProps) {
  const [now, setNow] = useState<{
    readonly beat: number;
    readonly word: string;
    readonly isCounting: boolean;
  }>();
  const foot = useRef<FootHandle>(null);
  useImperativeHandle(beats, () => ({
    show(click, share, isCounting) {
      foot.current?.show(click ? share : 1);
      setNow((before) => {
        if (!click) return undefined;
        const isSame =
          before?.beat === click.beat && before.word === click.word && before.isCounting === isCounting;
        return isSame ? before : { beat: click.beat, word: click.word, isCounting };
      });
    },
  }));
  const isCounting = now?.isCounting ?? true;
  return (
    <div className="flex items-center gap-3" data-beat={now?.beat}>
      <Foot handle={foot} />
      <div className="flex flex-wrap items-center gap-2" aria-hidden="true">
        {Array.from({ length: count }, (_, index) => {
          const isNow = now?.beat === index + 1;
          return (
            <span
              key={index}
              className={`grid place-items-center border-2 border-ink px-1 font-bold tabular-nums ${index === 0 ? 'rounded-none' : 'rounded-full'} ${isCounting ? 'h-16 min-w-16 text-2xl max-sm:h-12 max-sm:min-w-12 max-sm:text-xl' : 'h-10 min-w-10 text-lg'} ${isNow ? 'bg-ink text-paper' : 'bg-paper'}`}
            >
              {isNow ? now.word : index + 1}
            </span>
          );
        })}
      </div>
      <span role="status" className="text-lg">
        {isCounting ? counting : doing}
      </span>
    </div>
  );
}

interface FootHandle {
  /** @param share of the beat that is gone, 0–1. */
  show(share: number): void;
}

/** How far the toes lift, in degrees, and which share of the beat they stay down. */
const LIFT_DEGREES = 24;
const DOWN_SHARE = 0.35;

/** A foot from the side: down on the beat, up between beats. Where motion is not wanted it only goes down and up. */
function Foot({ handle }: { readonly handle: RefObject<FootHandle | null> }) {
  const sole = useRef<SVGGElement>(null);
  useImperativeHandle(handle, () => ({
    show(share) {
      const isStill = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
      const lifted = share < DOWN_SHARE ? 0 : (share - DOWN_SHARE) / (1 - DOWN_SHARE);
      const degrees = isStill
        ? share < 0.5
          ? 0
          : LIFT_DEGREES
        : LIFT_DEGREES * Math.sin((lifted * Math.PI) / 2);
      sole.current?.setAttribute('transform', `rotate(${-degrees} 14 44)`);
    },
  }));
  return (
    <svg aria-hidden="true" viewBox="-8 -4 82 58" className="h-14 w-auto shrink-0" data-testid="foot">
      <path d="M2 50 H70" stroke="var(--color-rule)" strokeWidth="3" />
      <g ref={sole} transform={`rotate(${-LIFT_DEGREES} 14 44)`}>
        <path
          d="M8 6 h14 l1 18 q12 8 30 10 q11 2 11 9 v3 H8 z"
          fill="var(--color-cool-wash)"
          stroke="var(--color-ink)"
          strokeWidth="3"
          strokeLinejoin="round"
        />
        <path d="M8 45 H64" stroke="var(--color-ink)" strokeWidth="5" strokeLinecap="round" />
      </g>
    </svg>
  );
}
