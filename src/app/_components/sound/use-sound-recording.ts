'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { sayMicrophoneProblem } from '@/browser/recorder';
import { VoiceRecording } from '@/browser/voice';
import { fetchWholeSound } from '@/browser/whole-sound';
import { useMixer } from './use-mixer';

type State<What> =
  | {
      readonly kind: 'ready';
      readonly problem?: string;
      /** What was taken away last: it can be put back. */
      readonly takenAway?: What;
    }
  | { readonly kind: 'recording'; readonly what: What; readonly seconds: number }
  | { readonly kind: 'sending' };

const NOT_READ = 'It stays: it could not be fetched, and without that it could not be put back. Try again.';
const NOT_SENT = 'It could not be stored: there is no connection to the school’s computer. Record it again.';

/** What a teacher says or plays, recorded and stored at once. @param addressOf where each kind of it is kept. */
export function useSoundRecording<What extends string>(addressOf: (what: What) => string) {
  const router = useRouter();
  const { getMixer } = useMixer();
  const [state, setState] = useState<State<What>>({ kind: 'ready' });
  const recording = useRef<VoiceRecording | undefined>(undefined);
  const isOpening = useRef(false);
  /** The sound of what was taken away, as long as the page is open. */
  const gone = useRef<Blob | undefined>(undefined);
  // Whoever leaves in the middle lets go of the microphone.
  useEffect(() => () => void recording.current?.stop(), []);

  /** @returns whether it was done. */
  const send = async (what: What, request: RequestInit): Promise<boolean> => {
    setState({ kind: 'sending' });
    try {
      const answer = await fetch(addressOf(what), request);
      const said: { readonly problem?: string } = answer.ok ? {} : await answer.json();
      setState({ kind: 'ready', ...(said.problem && { problem: said.problem }) });
      router.refresh();
      return answer.ok;
    } catch {
      setState({ kind: 'ready', problem: NOT_SENT });
      return false;
    }
  };
  const takeAway = async (what: What) => {
    setState({ kind: 'sending' });
    try {
      gone.current = await fetchWholeSound(addressOf(what));
    } catch {
      return setState({ kind: 'ready', problem: NOT_READ });
    }
    if (await send(what, { method: 'DELETE' })) setState({ kind: 'ready', takenAway: what });
  };
  const putBack = (what: What) => {
    if (gone.current) void send(what, { method: 'PUT', body: gone.current });
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
  return { state, toggle, takeAway: (what: What) => void takeAway(what), putBack };
}
