const ADDRESS = '/api/problems';
/** What happens again and again on a page is told so often. */
const MOST_A_PAGE = 10;
const MOST_LETTERS = 2000;

const told = new Set<string>();

/** What went wrong on a page, as the server's log has it. Without names and sounds. */
export interface Problem {
  /** What was being done. */
  readonly doing: string;
  readonly message: string;
  readonly stack: string | undefined;
  /** Path of the page, without what it was asked for. */
  readonly page: string;
}

/**
 * Tells the school's server of something that went wrong here and that nobody on the page can do anything about; it must be handled all the same.
 * @example reportProblem(error, 'storing a take')
 */
export function reportProblem(error: unknown, doing: string): void {
  const { message, stack } = error instanceof Error ? error : { message: String(error), stack: undefined };
  console.error(`${doing}:`, error);
  const key = `${doing} ${message}`;
  if (told.has(key) || told.size >= MOST_A_PAGE || typeof location === 'undefined') return;
  told.add(key);
  const problem: Problem = {
    doing,
    message: message.slice(0, MOST_LETTERS),
    stack: stack?.slice(0, MOST_LETTERS),
    page: location.pathname,
  };
  const body = JSON.stringify(problem);
  // Offline it is not told: what is offline is no fault of ours.
  if (typeof navigator.sendBeacon === 'function') navigator.sendBeacon(ADDRESS, body);
}

/** From now on what nobody on the page has caught is told, too. @returns what ends that. */
export function reportWhatNobodyCatches(): () => void {
  const onError = ({ error, message }: ErrorEvent) =>
    reportProblem(error ?? message, 'nobody has caught this');
  const onRejection = ({ reason }: PromiseRejectionEvent) =>
    reportProblem(reason, 'nobody has caught this promise');
  window.addEventListener('error', onError);
  window.addEventListener('unhandledrejection', onRejection);
  return () => {
    window.removeEventListener('error', onError);
    window.removeEventListener('unhandledrejection', onRejection);
  };
}
