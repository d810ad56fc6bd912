import { asksOwnEars, type OwnEars } from '@/core/practice';
import { remember, remembered } from './remembered';

/** Each student of a shared device has a sitting of its own. */
const nameFor = (playerId: string) => `mevlo-own-ears-${playerId}`;

/** Whether the take that was just played is rated before its verdict is seen. */
export function asksOwnEarsNow(times: OwnEars, playerId: string): boolean {
  const asked = Number(remembered(nameFor(playerId)) ?? Number.NaN);
  return asksOwnEars(times, Number.isFinite(asked) ? new Date(asked) : undefined, new Date());
}

/** Own ears were asked; "not this time" is an answer, too. */
export function rememberOwnEarsAsked(playerId: string): void {
  remember(nameFor(playerId), `${Date.now()}`);
}
