import { Repeat } from 'lucide-react';
import { useState } from 'react';
import { Beats } from '@/app/_components/sound/beats';
import type { CountInStyle } from '@/core/counting';
import type { Line } from '@/core/notation';
import { clicksPerMeasure, type Vocabulary, wordsOf } from '@/core/time';
import type { Engraving } from '@/engraving/engraving';
import { Button } from '@/ui/button';
import { EngravedLine } from '@/ui/music/engraved-line';
import { Notice } from '@/ui/notice';
import { RowUnder, type Under } from '@/ui/study/under-staff';
import { Tick } from '@/ui/tick';
import { Cautions, RestReminder } from './cautions';
import { FileForm } from './file-form';
import { HeardNote } from './heard-note';
import { HelpForm, LoopPanel, MicrophoneChoice, SoundsPanel } from './later';
import { LoopMark } from './loop-mark';
import type { LoopWish } from './loop-panel';
import type { SoundWish } from './sounds-panel';
import { StandControls } from './stand-controls';
import { hasMicrophone, type Input, playingNow } from './stand-machine';
import { doingNow, NOT_RECORDED, NOTHING_COMES_IN } from './stand-words';
import { TapField } from './tap-field';
import type { AtStand } from './use-stand';

interface StandStaffProps {
  readonly assignmentId: string;
  readonly stageId: string;
  readonly stand: AtStand;
  readonly line: Line;
  readonly engraving: Engraving;
  readonly vocabulary: Vocabulary;
  readonly input: Input;
  readonly under: Under;
  readonly bpm: number;
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
  return (
    <>
      <EngravedLine
        engraving={engraving}
        playhead={handles.playhead}
        over={(system) => isLoopOpen && <LoopMark system={system} range={loop} />}
        under={(system) => (
          <RowUnder under={under} system={system} line={line} instrumentId={line.part.instrument} />
        )}
      />
      <div className="mt-4 space-y-4 border-t-2 border-rule pt-4">
        {state.kind === 'problem' && <Notice kind="problem">{state.text}</Notice>}
        {playbackProblem && <Notice kind="problem">{playbackProblem}</Notice>}
        {isRecording && stand.hearsNothing && <Notice kind="problem">{NOTHING_COMES_IN}</Notice>}
        {state.kind === 'checking' && <Notice kind="news">Mevlo is listening to what you played …</Notice>}
        {(input === 'taps' || input === 'nothing') && <Notice kind="news">{NOT_RECORDED[input]}</Notice>}
        {state.kind === 'tapping' && <TapField onTap={stand.onTap} />}
        <StandControls
          assignmentId={props.assignmentId}
          stageId={props.stageId}
          input={input}
          stand={stand}
          mayHandIn={props.mayHandIn}
          isLoopOpen={isLoopOpen}
          onLoopOpen={props.onLoopOpen}
          sounds={sounds}
          onSounds={props.onSounds}
          beats={
            isGoing && (
              <Beats
                count={clicksPerMeasure(line.part.measures[0]!.meter, props.countIn.compound)}
                beats={handles.beats}
                doing={doingNow(state, turn)}
              />
            )
          }
          heardNote={isRecording && showsHeard && <HeardNote line={line} handle={handles.heardNote} />}
        />
        {isLoopOpen && !isRecording && (
          <section
            aria-label={`Go round in some ${wordsOf(props.vocabulary).measures}`}
            className="space-y-3 border-l-8 border-cool pl-4"
          >
            <LoopPanel
              measures={line.part.measures}
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
        {!isRecording && <More {...props} showsHeard={showsHeard} onShowsHeard={setShowsHeard} />}
        <RestReminder />
      </div>
    </>
  );
}

/** What is seldom wanted: sounds, a file, help, cautions. */
function More({
  showsHeard,
  onShowsHeard,
  ...props
}: StandStaffProps & {
  readonly showsHeard: boolean;
  readonly onShowsHeard: (shows: boolean) => void;
}) {
  const { assignmentId, stageId, stand, line, input, mayHandIn } = props;
  return (
    <div className="grid items-start gap-x-8 gap-y-1 sm:grid-cols-2">
      <div>
        <SoundsPanel
          wish={props.sounds}
          onWish={props.onSounds}
          loudness={stand.loudness}
          onLoudness={stand.changeLoudness}
          isPitched={line.part.measures[0]!.clef !== 'percussion'}
          hasOthers={line.others !== undefined}
        />
        {hasMicrophone(input) && stand.level && <MicrophoneChoice onChosen={stand.reopenMicrophone} />}
        {hasMicrophone(input) && (
          <Tick label="Show the note I play" isOn={showsHeard} onChange={onShowsHeard} />
        )}
      </div>
      <div>
        {mayHandIn && hasMicrophone(input) && (
          <FileForm facts={stand.facts} bpm={props.bpm} onSent={props.onSent} />
        )}
        {mayHandIn && (
          <HelpForm assignmentId={assignmentId} stageId={stageId} line={line} vocabulary={props.vocabulary} />
        )}
        <Cautions caution={props.caution} />
      </div>
    </div>
  );
}
