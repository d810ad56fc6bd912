'use client';
import { CircleStop, Mic, Music, X } from 'lucide-react';
import { PutBack } from '@/app/_components/sound/put-back';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import { useSoundRecording } from '@/app/_components/sound/use-sound-recording';
import { LONGEST_VOICE_SECONDS } from '@/browser/voice';
import { VOICE_KINDS, type VoiceKind } from '@/core/review';
import { Button } from '@/ui/button';
import { Key } from '@/ui/key';
import { Notice } from '@/ui/notice';

/** What was recorded for a take, without its sound. */
export interface TakeVoice {
  readonly kind: VoiceKind;
  /** Who recorded it, and when in words. */
  readonly by: string;
  /** Changes when it is recorded anew. */
  readonly version: string;
}

const KINDS: Readonly<
  Record<
    VoiceKind,
    { readonly key: string; readonly record: string; readonly gone: string; readonly Icon: typeof Mic }
  >
> = {
  spoken: { key: 'T', record: 'Say your answer', gone: 'The spoken answer is gone.', Icon: Mic },
  played: { key: 'L', record: 'Play it for them', gone: 'What was played is gone.', Icon: Music },
};
const sayTime = (seconds: number) => `${Math.floor(seconds)} s`;

/** A spoken answer and the line as the teacher plays it: recorded by teachers, heard by the student. */
export function VoicePanel({
  takeId,
  voices,
  mayRecord,
}: {
  readonly takeId: string;
  readonly voices: readonly TakeVoice[];
  readonly mayRecord: boolean;
}) {
  const { state, toggle, takeAway, putBack } = useSoundRecording<VoiceKind>(
    (kind) => `/api/takes/${takeId}/voice/${kind}`,
  );
  useKeys(mayRecord ? { t: () => toggle('spoken'), l: () => toggle('played') } : {});
  if (voices.length === 0 && !mayRecord) return null;
  const isBusy = state.kind === 'sending';
  const takenAway = state.kind === 'ready' ? state.takenAway : undefined;
  return (
    <section aria-label="Recorded answers" className="mb-4 space-y-2">
      {voices.map(({ kind, by, version }) => (
        <div key={kind} className="flex flex-wrap items-center gap-3 border-l-4 border-cool pl-3">
          <span className="font-bold">
            {kind === 'spoken' ? 'Said to this take' : 'Played for this take'}
            <span className="block text-base font-normal text-faint">{by}</span>
          </span>
          {/* biome-ignore lint/a11y/useMediaCaption: a teacher's spoken word is recorded without a transcript. */}
          <audio
            controls
            preload="none"
            src={`/api/takes/${takeId}/voice/${kind}?v=${version}`}
            aria-label={kind === 'spoken' ? 'Spoken answer' : 'Played for this take'}
          />
          {mayRecord && (
            <button
              type="button"
              disabled={isBusy}
              onClick={() => takeAway(kind)}
              aria-label={kind === 'spoken' ? 'Take the spoken answer away' : 'Take what was played away'}
              className="inline-flex size-9 items-center justify-center rounded-md hover:bg-cool-wash"
            >
              <X aria-hidden className="size-4" />
            </button>
          )}
        </div>
      ))}
      {takenAway && <PutBack what={KINDS[takenAway].gone} onPutBack={() => putBack(takenAway)} />}
      {mayRecord && (
        <div className="flex flex-wrap items-center gap-2">
          {VOICE_KINDS.map((kind) => {
            const { key, record, Icon } = KINDS[kind];
            const isThis = state.kind === 'recording' && state.what === kind;
            return (
              <Button
                key={kind}
                weight={isThis ? 'main' : 'plain'}
                disabled={isBusy || (state.kind === 'recording' && !isThis)}
                onClick={() => toggle(kind)}
                aria-keyshortcuts={key}
              >
                {isThis ? (
                  <CircleStop aria-hidden className="size-5" />
                ) : (
                  <Icon aria-hidden className="size-5" />
                )}
                {isThis ? `Stop and keep (${sayTime(state.seconds)})` : record} <Key>{key}</Key>
              </Button>
            );
          })}
          <span role="status" className="text-base text-faint">
            {state.kind === 'recording' && `Recording, up to ${LONGEST_VOICE_SECONDS} seconds`}
            {isBusy && 'Keeping it …'}
          </span>
        </div>
      )}
      {state.kind === 'ready' && state.problem && <Notice kind="problem">{state.problem}</Notice>}
    </section>
  );
}
