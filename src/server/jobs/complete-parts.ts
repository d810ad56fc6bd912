import { grouped } from '@/core/base';
import { addParts, listMissingParts, type PartsAsked } from '@/server/db/queries/missing-parts';
import { requestEngraving } from './queue';

/**
 * Makes the parts that somebody needs who has been given a line, and has them drawn: whenever a line is given out or put on the stand
 * anew, and when somebody comes into a class or changes the instrument. Nobody ever reads what is written for another instrument.
 */
export async function completeParts(asked: PartsAsked): Promise<void> {
  const missing = grouped(await listMissingParts(asked), ({ lineId }) => lineId);
  for (const [lineId, parts] of missing)
    for (const contentHash of await addParts(
      lineId,
      parts.map(({ instrument }) => instrument),
    ))
      await requestEngraving(contentHash);
}
