'use client';
import { CircleStop, Mic, Music, X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useMixer } from '@/app/_components/sound/use-mixer';
import { useKeys } from '@/app/_components/sound/use-page-keys';
import { sayMicrophoneProblem } from '@/browser/recorder';
import { LONGEST_VOICE_SECONDS, VoiceRecording } from '@/browser/voice';
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
  Record<VoiceKind, { readonly key: string; readonly record: string; readonly Icon: typeof Mic }>
> = {
  spoken: { key: 'T', record: 'Say your answer', Icon: Mic },
  played: { key: 'L', record: 'Play it for them', Icon: Music },
};
const sayTime = (seconds: number) => `${Math.floor(seconds)} s`;

type State =
  | { readonly kind: 'ready'; readonly problem?: string }
  | { readonly kind: 'recording'; readonly what: VoiceKind; readonly seconds: number }
  | { readonly kind: 'sending' };

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
  const { state, toggle, takeAway } = useVoice(takeId);
  useKeys(mayRecord ? { t: () => toggle('spoken'), l: () => toggle('played') } : {});
  if (voices.length === 0 && !mayRecord) return null;
  const isBusy = state.kind === 'sending';
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

const NOT_SENT = 'It could not be stored: there is no connection to the school’s computer. Record it again.';

function useVoice(takeId: string) {
  const router = useRouter();
  const { getMixer } = useMixer();
  const [state, setState] = useState<State>({ kind: 'ready' });
  const recording = useRef<VoiceRecording | undefined>(undefined);
  const isOpening = useRef(false);
  // Whoever leaves in the middle lets go of the microphone.
  useEffect(() => () => void recording.current?.stop(), []);

  const send = async (kind: VoiceKind, request: RequestInit) => {
    setState({ kind: 'sending' });
    try {
      const answer = await fetch(`/api/takes/${takeId}/voice/${kind}`, request);
      const said: { readonly problem?: string } = answer.ok ? {} : await answer.json();
      setState({ kind: 'ready', ...(said.problem && { problem: said.problem }) });
      router.refresh();
    } catch {
      setState({ kind: 'ready', problem: NOT_SENT });
    }
  };
  const start = async (what: VoiceKind) => {
    isOpening.current = true;
    try {
      recording.current = await VoiceRecording.start(getMixer(), (seconds) =>
        setState({ kind: 'recording', what, seconds }),
      );
      setState({ kind: 'recording', what, seconds: 0 });
    } catch (error) {
      setState({ kind: 'ready', problem: sayMicrophoneProblem(error) });
    }
    isOpening.current = false;
  };
  const toggle = (what: VoiceKind) => {
    if (state.kind === 'sending' || isOpening.current) return;
    if (!recording.current) return void start(what);
    if (state.kind !== 'recording' || state.what !== what) return;
    const body = recording.current.stop();
    recording.current = undefined;
    void send(what, { method: 'PUT', body });
  };
  return { state, toggle, takeAway: (kind: VoiceKind) => void send(kind, { method: 'DELETE' }) };
}
