import { Ear as EarIcon, Mic, Play, Repeat, Square } from 'lucide-react';
import type { ReactNode } from 'react';
import { SpaceHint } from '@/app/_components/sound/space-hint';
import type { Level } from '@/browser/recorder';
import { Button, ButtonLink } from '@/ui/button';
import { LevelMeter } from './level-meter';
import { OwnWord } from './own-word';
import { type SoundWish, Tick } from './sounds-panel';

/** What plays at the moment without being recorded. */
export type Playing = 'listen' | 'loop' | 'silent-step' | 'taps';

interface StandControlsProps {
  readonly assignmentId: string;
  readonly stageId: string;
  /** How the step at hand reaches Mevlo. */
  readonly input: 'microphone' | 'either' | 'none';
  readonly what: Playing | 'recording' | undefined;
  readonly isBusy: boolean;
  /** A step that cannot be heard was gone through to its end. */
  readonly isThrough: boolean;
  readonly mayHandIn: boolean;
  readonly isLoopOpen: boolean;
  readonly onLoopOpen: (isOpen: boolean) => void;
  readonly sounds: SoundWish;
  readonly onSounds: (sounds: SoundWish) => void;
  /** The one large key: starts the step at hand, stops whatever goes on. */
  readonly onPress: () => void;
  readonly onTap: () => void;
  readonly onListen: () => void;
  readonly beats: ReactNode;
  readonly heardNote: ReactNode;
  readonly level: Level | undefined;
  readonly onTestMicrophone: () => void;
}

/** The row of keys under the line: one large one, few others, and while something goes on only the way to stop it. */
export function StandControls(props: StandControlsProps) {
  const { input, what, isBusy, isThrough, isLoopOpen, sounds, level, onPress } = props;
  const isGoing = what !== undefined;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-3">
      {isGoing || isBusy ? (
        <Button weight="main" onClick={onPress} disabled={isBusy} className="min-h-16 px-8 text-xl">
          <Square aria-hidden className="size-6" /> Stop <SpaceHint />
        </Button>
      ) : input === 'none' ? (
        <>
          <Button weight={isThrough ? 'plain' : 'main'} onClick={onPress} className="min-h-16 px-8 text-xl">
            <Play aria-hidden className="size-6" /> {isThrough ? 'Once more' : 'Start the click'}
          </Button>
          {isThrough && props.mayHandIn && (
            <OwnWord assignmentId={props.assignmentId} stageId={props.stageId} />
          )}
        </>
      ) : (
        <Button weight="main" onClick={onPress} className="min-h-16 px-8 text-xl">
          <Mic aria-hidden className="size-6" /> Play and record <SpaceHint />
        </Button>
      )}
      {!isGoing && !isBusy && (
        <>
          {input === 'either' && (
            <Button onClick={props.onTap} className="min-h-16 px-6 text-xl">
              Tap it
            </Button>
          )}
          <Button onClick={props.onListen} className="min-h-16 px-6 text-xl">
            <EarIcon aria-hidden className="size-6" /> Listen
          </Button>
          <Button
            onClick={() => props.onLoopOpen(!isLoopOpen)}
            aria-expanded={isLoopOpen}
            className="min-h-16 px-6 text-xl"
          >
            <Repeat aria-hidden className="size-6" /> Go round
          </Button>
          <Tick
            label="Click while I play"
            isOn={sounds.click}
            onChange={(click) => props.onSounds({ ...sounds, click })}
          />
        </>
      )}
      {props.beats}
      {props.heardNote}
      <div className="ml-auto flex flex-wrap items-center gap-2">
        {!isGoing && <ButtonLink href={`/practice/${props.assignmentId}/study`}>Look it over</ButtonLink>}
        {level && (!isGoing || what === 'recording') && <LevelMeter level={level} />}
        {!level && !isGoing && input !== 'none' && (
          <Button weight="quiet" onClick={props.onTestMicrophone}>
            Test the microphone
          </Button>
        )}
      </div>
    </div>
  );
}
