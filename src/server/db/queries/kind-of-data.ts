import { countUsers } from './accounts';
import { hasDemoPeople } from './demo';

/**
 * Made-up people and real ones never share a database.
 * @returns what to tell whoever starts Mevlo like this; undefined where it fits.
 */
export async function whyNotThisData(isDemo: boolean): Promise<string | undefined> {
  const isOfDemo = await hasDemoPeople();
  if (!isDemo && isOfDemo)
    return (
      'This database holds the demo with its made-up people, whose passwords everybody knows: it is not started without the demo. ' +
      'Give the school a folder or a database of its own: MEVLO_DATA=/srv/mevlo-data MEVLO_DEMO=0 npm start'
    );
  if (isDemo && !isOfDemo && (await countUsers()) > 0)
    return (
      'This database holds real people: the demo is not started on it. Start it without the demo (MEVLO_DEMO=0 npm start), ' +
      'or give the demo a folder of its own: MEVLO_DATA=/tmp/mevlo-demo npm start'
    );
  return undefined;
}
