import { obstacles } from '@/core/arranging';
import { describeIssue } from '@/core/base';
import { putOnStand } from '@/server/db/queries/music';
import { beginStanding, giveUpStanding } from '@/server/db/queries/to-stand';
import { completeParts } from './complete-parts';
import { requestEngraving } from './queue';

/** A line that failed so often fails always: its worker runs out of memory, say. */
const MOST_BEGUN = 5;

/** Puts a line on the stand as it is stored, if that is still wanted, and has its parts drawn, the lead first. */
export async function standLine(lineId: string): Promise<void> {
  const wanted = await beginStanding(lineId);
  if (!wanted) return;
  const { wish, begun, document } = wanted;
  if (begun > MOST_BEGUN)
    return giveUpStanding(lineId, wish, `It was tried ${MOST_BEGUN} times and failed; the log says why.`);
  // Another window may have stored a state that nobody looked at.
  const [inTheWay] = obstacles(document);
  if (inTheWay) return giveUpStanding(lineId, wish, describeIssue(inTheWay));
  for (const hash of new Set(await putOnStand(lineId, document, wish))) await requestEngraving(hash);
  // Who has been given the line may play an instrument whose part was taken out.
  await completeParts({ lineId });
}
