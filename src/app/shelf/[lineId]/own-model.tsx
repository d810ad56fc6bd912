'use client';
import { CircleStop, Mic, X } from 'lucide-react';
import { PutBack } from '@/app/_components/sound/put-back';
import { useSoundRecording } from '@/app/_components/sound/use-sound-recording';
import { LONGEST_VOICE_SECONDS } from '@/browser/voice';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

interface OwnModelProps {
  readonly lineId: string;
  /** Of the part that is looked at. */
  readonly place: number;
  /** Undefined while nobody has played it. */
  readonly model: { readonly by: string; readonly version: number } | undefined;
}

/** The line as its teacher plays it: students hear it at their stands, beside the model that is computed. */
export function OwnModel({ lineId, place, model }: OwnModelProps) {
  const address = `/api/lines/${lineId}/model/${place}`;
  const { state, toggle, takeAway, putBack } = useSoundRecording<'model'>(() => address);
  const isRecording = state.kind === 'recording';
  const Icon = isRecording ? CircleStop : Mic;
  return (
    <div className="space-y-3">
      {model && (
        <div className="flex flex-wrap items-center gap-3 border-l-4 border-cool pl-3">
          <span className="text-faint">{model.by}</span>
          {/* biome-ignore lint/a11y/useMediaCaption: a recording of an instrument has no words to caption. */}
          <audio controls preload="none" src={`${address}?v=${model.version}`} aria-label="As you play it" />
          <Button weight="quiet" disabled={state.kind !== 'ready'} onClick={() => takeAway('model')}>
            <X aria-hidden className="size-5" /> Take it away
          </Button>
        </div>
      )}
      {state.kind === 'ready' && state.takenAway && (
        <PutBack what="Your recording is gone." onPutBack={() => putBack('model')} />
      )}
      <Button
        weight={isRecording ? 'main' : 'plain'}
        disabled={state.kind === 'sending'}
        onClick={() => toggle('model')}
      >
        <Icon aria-hidden className="size-5" />
        {isRecording ? `Stop and keep (${Math.floor(state.seconds)} s)` : 'Play it for your students'}
      </Button>
      <span role="status" className="ml-2 text-base text-faint">
        {isRecording && `Recording, up to ${LONGEST_VOICE_SECONDS} seconds`}
        {state.kind === 'sending' && 'Keeping it …'}
      </span>
      {state.kind === 'ready' && state.problem && <Notice kind="problem">{state.problem}</Notice>}
    </div>
  );
}
