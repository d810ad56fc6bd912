import type { ComponentProps } from 'react';
import type { CountInStyle } from '@/core/counting';
import type { Line } from '@/core/notation';
import type { Step } from '@/core/practice';
import type { Vocabulary } from '@/core/time';
import type { Engraving } from '@/engraving/engraving';
import type { MetronomeMark } from '@/ui/metronome-mark';
import type { Under } from '@/ui/study/under-staff';
import type { LoopWish } from './loop-panel';
import type { SoundWish } from './sounds-panel';
import type { Input } from './stand-machine';
import type { AtStand } from './use-stand';

/** The line at the stand, shared by what is there at once and what comes later. */
export interface StandStaffProps {
  readonly assignmentId: string;
  readonly stageId: string;
  readonly stand: AtStand;
  readonly line: Line;
  readonly engraving: Engraving;
  readonly vocabulary: Vocabulary;
  readonly input: Input;
  /** What is done in the stage at hand. */
  readonly verb: Step['verb'];
  readonly under: Under;
  readonly bpm: number;
  /** A tempo as the class counts it. */
  readonly counted: (bpm: number) => ComponentProps<typeof MetronomeMark>;
  readonly countIn: CountInStyle;
  readonly mayHandIn: boolean;
  readonly caution: string | undefined;
  readonly sounds: SoundWish;
  readonly onSounds: (sounds: SoundWish) => void;
  readonly loop: LoopWish;
  readonly onLoop: (wish: LoopWish) => void;
  readonly isLoopOpen: boolean;
  readonly onLoopOpen: (isOpen: boolean) => void;
  readonly onSent: (takeId: string) => void;
}
