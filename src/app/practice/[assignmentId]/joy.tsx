import { Award, Check, Footprints, type LucideIcon, TrendingUp } from 'lucide-react';
import { useEffect } from 'react';
import type { TakeSign } from '@/browser/take-signs';
import type { AfterClean } from '@/core/judging';

interface JoyProps {
  /** What the clean take leads to. */
  readonly after: AfterClean;
  /** What the teacher gives for the line once it is learned; undefined for nothing. */
  readonly token: string | undefined;
  readonly onSign: (sign: TakeSign) => void;
}

interface Sight {
  readonly Icon: LucideIcon;
  readonly words: string;
  readonly sign: TakeSign;
}

/** A clean take, and what it has brought: seen at once, and heard once, quietly. */
export function Joy({ after, token, onSign }: JoyProps) {
  const { Icon, words, sign } = sightOf(after, token);
  useEffect(() => onSign(sign), [onSign, sign]);
  return (
    <p
      data-testid="joy"
      className="mb-3 inline-flex items-center gap-3 rounded-md border-2 border-cool bg-cool-wash px-4 py-2 text-xl font-bold"
    >
      <Icon aria-hidden className="size-7 text-cool" /> {words}
    </p>
  );
}

function sightOf(after: AfterClean, token: string | undefined): Sight {
  switch (after.kind) {
    case 'learned':
      return {
        Icon: Award,
        words: token === undefined ? 'Line learned!' : `Line learned: ${token} is yours!`,
        sign: 'learned',
      };
    case 'next-stage':
      return { Icon: Footprints, words: 'A step further!', sign: 'up' };
    case 'faster':
      return { Icon: TrendingUp, words: `Up to ${after.bpm}!`, sign: 'up' };
    case 'again':
    case 'nothing':
      return { Icon: Check, words: 'A clean take!', sign: 'right' };
  }
}
