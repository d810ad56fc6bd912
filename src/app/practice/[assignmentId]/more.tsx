import { Tick } from '@/ui/tick';
import { Cautions } from './cautions';
import { FileForm } from './file-form';
import { HelpForm } from './help-form';
import { MicrophoneChoice } from './microphone-choice';
import { SoundsPanel } from './sounds-panel';
import { hasMicrophone } from './stand-machine';
import type { StandStaffProps } from './stand-staff-props';

/** What is seldom wanted: sounds, a file, help, cautions. */
export function More({
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
