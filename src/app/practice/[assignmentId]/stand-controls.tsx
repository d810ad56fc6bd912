import { Ear as EarIcon, Mic, Play, Repeat } from 'lucide-react';
import type { ReactNode } from 'react';
import { SpaceHint } from '@/app/_components/sound/space-hint';
import type { Step } from '@/core/practice';
import { Button, ButtonLink } from '@/ui/button';
import { Tick } from '@/ui/tick';
import { OwnWord } from './later';
import { LevelMeter } from './level-meter';
import type { SoundWish } from './sounds-panel';
import { hasMicrophone, type Input, isBusy, playingNow } from './stand-machine';
import type { AtStand } from './use-stand';

interface StandControlsProps {
  readonly assignmentId: string;
  readonly stageId: string;
  /** How the step at hand reaches Mevlo. */
  readonly input: Input;
  readonly verb: Step['verb'];
  readonly stand: AtStand;
  readonly mayHandIn: boolean;
  readonly isLoopOpen: boolean;
  readonly onLoopOpen: (isOpen: boolean) => void;
  readonly sounds: SoundWish;
  readonly onSounds: (sounds: SoundWish) => void;
  /** Comes after the keys that play. */
  readonly coachKey: ReactNode;
}

/** The row of keys under the line: one large one and few others; none of them while something goes on. */
export function StandControls(props: StandControlsProps) {
  const { input, isLoopOpen, sounds } = props;
  const { sitting, level, isMicrophoneOpen, press, listen, tap, testMicrophone } = props.stand;
  const { state } = sitting;
  const isRecording = state.kind === 'recording';
  const isGoing = isRecording || playingNow(state) !== undefined;
  const isWaiting = isBusy(state);
  const isThrough = state.kind === 'gone-through';
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-3">
      {isGoing || isWaiting ? null : input === 'none' ? (
        <>
          <Button weight={isThrough ? 'plain' : 'main'} onClick={press} className="min-h-16 px-8 text-xl">
            <Play aria-hidden className="size-6" /> {isThrough ? 'Once more' : 'Start the click'}
          </Button>
          {isThrough && props.mayHandIn && (
            <OwnWord assignmentId={props.assignmentId} stageId={props.stageId} />
          )}
        </>
      ) : input === 'nothing' ? null : input === 'taps' ? (
        <Button weight="main" onClick={press} className="min-h-16 px-8 text-xl">
          Tap it
        </Button>
      ) : (
        <Button weight="main" onClick={press} className="min-h-16 px-8 text-xl">
          <Mic aria-hidden className="size-6" /> {props.verb} and record <SpaceHint />
        </Button>
      )}
      {!isGoing && !isWaiting && (
        <>
          {input === 'either' && (
            <Button onClick={tap} className="min-h-16 px-6 text-xl">
              Tap it
            </Button>
          )}
          {props.coachKey}
          <Button onClick={listen} className="min-h-16 px-6 text-xl">
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
      <div className="ml-auto flex flex-wrap items-center gap-2">
        {!isGoing && <ButtonLink href={`/practice/${props.assignmentId}/study`}>Look it over</ButtonLink>}
        {isMicrophoneOpen && (!isGoing || isRecording) && <LevelMeter level={level} />}
        {!isMicrophoneOpen && !isGoing && hasMicrophone(input) && (
          <Button weight="quiet" onClick={testMicrophone}>
            Test the microphone
          </Button>
        )}
      </div>
    </div>
  );
}
