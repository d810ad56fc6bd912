'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { sayMicrophoneProblem } from '@/browser/recorder';
import { VoiceRecording } from '@/browser/voice';
import { useMixer } from './use-mixer';

type State<What> =
  | { readonly kind: 'ready'; readonly problem?: string }
  | { readonly kind: 'recording'; readonly what: What; readonly seconds: number }
  | { readonly kind: 'sending' };

const NOT_SENT = 'It could not be stored: there is no connection to the school’s computer. Record it again.';

/** What a teacher says or plays, recorded and stored at once. @param addressOf where each kind of it is kept. */
export function useSoundRecording<What extends string>(addressOf: (what: What) => string) {
  const router = useRouter();
  const { getMixer } = useMixer();
  const [state, setState] = useState<State<What>>({ kind: 'ready' });
  const recording = useRef<VoiceRecording | undefined>(undefined);
  const isOpening = useRef(false);
  // Whoever leaves in the middle lets go of the microphone.
  useEffect(() => () => void recording.current?.stop(), []);

  const send = async (what: What, request: RequestInit) => {
    setState({ kind: 'sending' });
    try {
      const answer = await fetch(addressOf(what), request);
      const said: { readonly problem?: string } = answer.ok ? {} : await answer.json();
      setState({ kind: 'ready', ...(said.problem && { problem: said.problem }) });
      router.refresh();
    } catch {
      setState({ kind: 'ready', problem: NOT_SENT });
    }
  };
  const start = async (what: What) => {
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
  const toggle = (what: What) => {
    if (state.kind === 'sending' || isOpening.current) return;
    if (!recording.current) return void start(what);
    if (state.kind !== 'recording' || state.what !== what) return;
    const body = recording.current.stop();
    recording.current = undefined;
    void send(what, { method: 'PUT', body });
  };
  return { state, toggle, takeAway: (what: What) => void send(what, { method: 'DELETE' }) };
}
