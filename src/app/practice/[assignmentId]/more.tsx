import type { ComponentProps } from 'react';
import type { Line } from '@/core/notation';
import type { Vocabulary } from '@/core/time';
import { Tick } from '@/ui/tick';
import { Cautions } from './cautions';
import { FileForm } from './file-form';
import { HelpForm } from './help-form';
import { MicrophoneChoice } from './microphone-choice';
import { SoundsPanel } from './sounds-panel';
import { hasMicrophone, type Input } from './stand-machine';

type SoundsProps = ComponentProps<typeof SoundsPanel>;

interface MoreProps extends ComponentProps<typeof FileForm> {
  readonly assignmentId: string;
  readonly stageId: string;
  readonly line: Line;
  readonly vocabulary: Vocabulary;
  readonly input: Input;
  readonly mayHandIn: boolean;
  readonly caution: string | undefined;
  readonly sounds: SoundsProps['wish'];
  readonly onSounds: SoundsProps['onWish'];
  readonly loudness: SoundsProps['loudness'];
  readonly onLoudness: SoundsProps['onLoudness'];
  /** Opens another one; undefined where none was opened yet. */
  readonly onMicrophone: (() => void) | undefined;
  readonly showsHeard: boolean;
  readonly onShowsHeard: (shows: boolean) => void;
}

/** What is seldom wanted: sounds, a file, help, cautions. */
export function More({ line, input, mayHandIn, ...props }: MoreProps) {
  return (
    <div className="grid items-start gap-x-8 gap-y-1 sm:grid-cols-2">
      <div>
        <SoundsPanel
          wish={props.sounds}
          onWish={props.onSounds}
          loudness={props.loudness}
          onLoudness={props.onLoudness}
          isPitched={line.part.measures[0]!.clef !== 'percussion'}
          hasOthers={line.others !== undefined}
        />
        {hasMicrophone(input) && props.onMicrophone && <MicrophoneChoice onChosen={props.onMicrophone} />}
        {hasMicrophone(input) && (
          <Tick label="Show the note I play" isOn={props.showsHeard} onChange={props.onShowsHeard} />
        )}
      </div>
      <div>
        {mayHandIn && hasMicrophone(input) && (
          <FileForm facts={props.facts} bpm={props.bpm} onSent={props.onSent} />
        )}
        {mayHandIn && (
          <HelpForm
            assignmentId={props.assignmentId}
            stageId={props.stageId}
            line={line}
            vocabulary={props.vocabulary}
          />
        )}
        <Cautions caution={props.caution} />
      </div>
    </div>
  );
}
