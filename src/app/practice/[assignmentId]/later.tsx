import dynamic from 'next/dynamic';
import { loadTapSound } from '@/browser/tap-session';
import { Notice } from '@/ui/notice';
import { orNotFetched } from '@/ui/or-not-fetched';

/** Before the page is kept for the time without a connection (`browser/offline`). */
const AFTER_MS = 1500;
const loadResult = () => import('./result');
const loadLoopPanel = () => import('./loop-panel');
const loadMicrophoneChoice = () => import('./microphone-choice');
/** Everything the coach thinks with. */
export const loadCoach = () => import('@/core/practice/coach');
const loadCoachPanel = () => import('./coach-panel');
export const loadWatch = () => import('@/browser/recording-watch');

export const Result = dynamic(() => orNotFetched(loadResult().then((module) => module.Result)), {
  ssr: false,
  loading: () => <Notice kind="news">Mevlo is listening to what you played …</Notice>,
});

export const LoopPanel = dynamic(() => orNotFetched(loadLoopPanel().then((module) => module.LoopPanel)), {
  ssr: false,
});

export const CoachPanel = dynamic(() => orNotFetched(loadCoachPanel().then((module) => module.CoachPanel)), {
  ssr: false,
});

/** Only stages that cannot be heard have it. */
export const OwnWord = dynamic(() => orNotFetched(import('./own-word').then((module) => module.OwnWord)));

/** Only where a microphone was opened, and there are several. */
export const MicrophoneChoice = dynamic(
  () => orNotFetched(loadMicrophoneChoice().then((module) => module.MicrophoneChoice)),
  { ssr: false },
);

/** Comes when everything else is there. */
const afterAWhile = () => new Promise((resolve) => setTimeout(resolve, AFTER_MS));

export const HelpForm = dynamic(
  async () => {
    await afterAWhile();
    return orNotFetched(import('./help-form').then((module) => module.HelpForm));
  },
  { ssr: false },
);

export const SoundsPanel = dynamic(
  async () => {
    await afterAWhile();
    return orNotFetched(import('./sounds-panel').then((module) => module.SoundsPanel));
  },
  { ssr: false },
);

/**
 * Loads what a student asks for only after a while: it is not waited for when the page opens, and there when it is needed, without a
 * connection, too.
 * @returns ends the waiting.
 */
export function loadLater(): () => void {
  const timer = setTimeout(
    () =>
      void Promise.all([
        ...[loadResult(), loadLoopPanel(), loadWatch(), loadTapSound(), loadMicrophoneChoice()],
        ...[loadCoach(), loadCoachPanel()],
      ]),
    AFTER_MS,
  );
  return () => clearTimeout(timer);
}
