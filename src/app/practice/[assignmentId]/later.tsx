import dynamic from 'next/dynamic';
import { loadTapSound } from '@/browser/tap-session';
import { Notice } from '@/ui/notice';
import { orNotFetched } from '@/ui/or-not-fetched';

/** Before the page is kept for the time without a connection (`browser/offline`). */
const AFTER_MS = 1500;
const loadResult = () => import('./result');
const loadLoopPanel = () => import('./loop-panel');
const loadTapField = () => import('./tap-field');
/** Everything the coach thinks with. */
export const loadCoach = () => import('@/core/practice/coach');
/** What the coach says without words. */
export const loadSigns = () => import('@/browser/take-signs');
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

export const TapField = dynamic(() => orNotFetched(loadTapField().then((module) => module.TapField)), {
  ssr: false,
});

/** Only stages that cannot be heard have it. */
export const OwnWord = dynamic(() => orNotFetched(import('./own-word').then((module) => module.OwnWord)));

/** Comes when everything else is there. */
const afterAWhile = () => new Promise((resolve) => setTimeout(resolve, AFTER_MS));

/** What is seldom wanted. */
export const More = dynamic(
  async () => {
    await afterAWhile();
    return orNotFetched(import('./more').then((module) => module.More));
  },
  { ssr: false },
);

/** Only for whoever has practised this stage before. */
export const LastStop = dynamic(() => orNotFetched(import('./last-stop').then((module) => module.LastStop)));

/** Nobody chooses measures before the line is read. */
export const MeasureTouch = dynamic(
  async () => {
    await afterAWhile();
    return orNotFetched(import('./measure-touch').then((module) => module.MeasureTouch));
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
        ...[loadResult(), loadLoopPanel(), loadWatch(), loadTapSound(), loadTapField()],
        ...[loadCoach(), loadSigns(), loadCoachPanel()],
      ]),
    AFTER_MS,
  );
  return () => clearTimeout(timer);
}
