import { Footprints, Repeat } from 'lucide-react';
import { type ComponentProps, useState } from 'react';
import { Beats } from '@/app/_components/sound/beats';
import type { CountInStyle } from '@/core/counting';
import type { Line } from '@/core/notation';
import type { Step } from '@/core/practice';
import { clicksPerMeasure, sayMeasure, type Vocabulary, wordsOf } from '@/core/time';
import type { Engraving } from '@/engraving/engraving';
import { Button } from '@/ui/button';
import { MetronomeMark } from '@/ui/metronome-mark';
import { EngravedLine } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';
import { RowUnder, type Under } from '@/ui/study/under-staff';
import { GoingBar } from './going-bar';
import { HeardNote } from './heard-note';
import { CoachPanel, LoopPanel, MeasureTouch, More, TapField } from './later';
import { LoopMark } from './loop-mark';
import type { LoopWish } from './loop-panel';
import { RestReminder } from './rest-reminder';
import type { SoundWish } from './sounds-panel';
import { StandControls } from './stand-controls';
import { hasMicrophone, type Input, isBusy, playingNow } from './stand-machine';
import { doingNow, NOT_RECORDED, NOTHING_COMES_IN } from './stand-words';
import { touchedRange } from './touched-range';
import type { AtStand } from './use-stand';

interface StandStaffProps {
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

/** The line, and what can be done with it while no take is looked at. */
export function StandStaff(props: StandStaffProps) {
  const { stand, line, engraving, input, under, sounds, loop, isLoopOpen } = props;
  const { sitting, handles, turn, playbackProblem } = stand;
  const { state } = sitting;
  const [showsHeard, setShowsHeard] = useState(false);
  const isRecording = state.kind === 'recording';
  const isGoing = isRecording || playingNow(state) !== undefined;
  const isCoached = stand.coach.coach !== undefined;
  const { measures } = line.part;
  const touch = (index: number) => {
    props.onLoop({ ...loop, ...touchedRange(loop, isLoopOpen, index) });
    props.onLoopOpen(true);
  };
  return (
    <>
      <EngravedLine
        engraving={engraving}
        playhead={handles.playhead}
        isFollowed
        over={(system) => {
          const range = stand.coach.range ?? (isLoopOpen ? loop : undefined);
          return range && <LoopMark system={system} range={range} />;
        }}
        touch={(system) =>
          isGoing || isCoached ? null : (
            <MeasureTouch
              system={system}
              nameOf={(index) => sayMeasure(measures[index]!.number, props.vocabulary)}
              onTouch={touch}
            />
          )
        }
        under={(system) => (
          <RowUnder under={under} system={system} line={line} instrumentId={line.part.instrument} />
        )}
      />
      <div className="mt-4 space-y-4 border-t-2 border-rule pt-4">
        {state.kind === 'problem' && <Notice kind="problem">{state.text}</Notice>}
        {playbackProblem && <Notice kind="problem">{playbackProblem}</Notice>}
        {isRecording && stand.hearsNothing && <Notice kind="problem">{NOTHING_COMES_IN}</Notice>}
        {state.kind === 'checking' && !isCoached && (
          <Notice kind="news">Mevlo is listening to what you played …</Notice>
        )}
        {(input === 'taps' || input === 'nothing') && <Notice kind="news">{NOT_RECORDED[input]}</Notice>}
        {state.kind === 'tapping' && <TapField onTap={stand.onTap} />}
        {isCoached ? (
          <CoachPanel coach={stand.coach} line={line} vocabulary={props.vocabulary} />
        ) : (
          <StandControls
            assignmentId={props.assignmentId}
            stageId={props.stageId}
            input={input}
            verb={props.verb}
            stand={stand}
            mayHandIn={props.mayHandIn}
            isLoopOpen={isLoopOpen}
            onLoopOpen={props.onLoopOpen}
            sounds={sounds}
            onSounds={props.onSounds}
            coachKey={
              hasMicrophone(input) &&
              measures.length > 1 && (
                <Button onClick={stand.coach.begin} className="min-h-16 px-6 text-xl">
                  <Footprints aria-hidden className="size-6" /> Practise with me
                </Button>
              )
            }
          />
        )}
        {isLoopOpen && !isRecording && !isCoached && (
          <section
            aria-label={`Go round in some ${wordsOf(props.vocabulary).measures}`}
            className="space-y-3 border-l-8 border-cool pl-4"
          >
            <LoopPanel
              measures={measures}
              vocabulary={props.vocabulary}
              wish={loop}
              onWish={(wish) => props.onLoop({ ...wish, withNoteBefore: false })}
            />
            {!isGoing && (
              <Button weight="main" onClick={() => stand.goRound(loop, loop)}>
                <Repeat aria-hidden className="size-5" /> Start
              </Button>
            )}
          </section>
        )}
        {!isRecording && !isCoached && (
          <More
            assignmentId={props.assignmentId}
            stageId={props.stageId}
            facts={stand.facts}
            bpm={props.bpm}
            line={line}
            vocabulary={props.vocabulary}
            input={input}
            mayHandIn={props.mayHandIn}
            caution={props.caution}
            sounds={sounds}
            onSounds={props.onSounds}
            loudness={stand.loudness}
            onLoudness={stand.changeLoudness}
            onMicrophone={stand.isMicrophoneOpen ? stand.reopenMicrophone : undefined}
            onSent={props.onSent}
            showsHeard={showsHeard}
            onShowsHeard={setShowsHeard}
          />
        )}
        <RestReminder />
      </div>
      {(isGoing || isBusy(state) || isCoached) && (
        <>
          {/* The last system can be brought to the top, too. */}
          <div aria-hidden className="h-[70vh]" />
          <GoingBar
            onStop={stand.press}
            isWaiting={!isCoached && isBusy(state)}
            tempo={<MetronomeMark {...props.counted(stand.coach.bpm ?? props.bpm)} className="text-xl" />}
          >
            {isGoing && (
              <Beats
                count={clicksPerMeasure(measures[0]!.meter, props.countIn.compound)}
                beats={handles.beats}
                doing={doingNow(state, turn, props.verb)}
              />
            )}
            {isRecording && showsHeard && <HeardNote line={line} handle={handles.heardNote} />}
          </GoingBar>
        </>
      )}
    </>
  );
}
