import { type HouseStyle, USUAL_HOUSE_STYLE } from '@/core/calendar';

/**
 * The web process holds two bundles of our code, the server's and that of its pages: what both must know of is kept beside them. The time
 * zone is the process's own.
 */
const KEPT = Symbol.for('mevlo.house-style');
interface Kept {
  [KEPT]?: { readonly style: HouseStyle; readonly zoneOfMachine: string | undefined };
}
const kept = globalThis as Kept;

/** How days are written in this process. */
export const houseStyle = (): HouseStyle => kept[KEPT]?.style ?? USUAL_HOUSE_STYLE;

/** From now on the days of this process end at the school's midnight and are written as the school writes them. */
export function setHouseStyle(style: HouseStyle): void {
  const zoneOfMachine = kept[KEPT] ? kept[KEPT].zoneOfMachine : process.env.TZ;
  kept[KEPT] = { style, zoneOfMachine };
  const zone = style.timeZone ?? zoneOfMachine;
  if (zone === undefined) delete process.env.TZ;
  else process.env.TZ = zone;
}
