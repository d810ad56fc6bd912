import { useSyncExternalStore } from 'react';

const watchNothing = () => () => {};

/**
 * Whether the page's own code has taken over what the server drew. A form that only this code can send is pressed in vain before: the
 * browser would load the page anew, and everything typed would be gone.
 * @example <Button type="submit" disabled={!useIsReady()}>Play it</Button>
 */
export const useIsReady = (): boolean =>
  useSyncExternalStore(
    watchNothing,
    () => true,
    () => false,
  );
