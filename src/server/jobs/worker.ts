// The worker process: checks, drawings, judging anew, and what is to go. Any number of them may run, on any number of machines.
import { getPriority, setPriority } from 'node:os';
import { z } from 'zod';
import { STORED_STYLE } from '@/core/counting';
import { LAYOUT_NAMES, USUAL_DRAWINGS } from '@/engraving';
import { configuration } from '@/server/base/configuration';
import { endOnCrash, logger } from '@/server/base/log';
import { applyHouseStyle } from '@/server/db/queries/house-style';
import { removeOutOfDate } from '@/server/db/queries/removal';
import { ThreadPool } from '@/server/threads/pool';
import { checkTake } from './check-take';
import { completeParts } from './complete-parts';
import { earIn } from './ear';
import { engraveLine } from './engrave-line';
import { finishTake } from './finish-take';
import { clearPost, sendLetters } from './post';
import {
  CHECK_QUEUE,
  ENGRAVE_QUEUE,
  FINISH_QUEUE,
  queue,
  REJUDGE_QUEUE,
  requestFinish,
  STAND_QUEUE,
} from './queue';
import { recheckOutdated, rejudgeClass } from './rejudge-class';
import { serveQueue } from './serve-queue';
import { standLine } from './stand-line';
import { sweep } from './sweep';
import { writeWeeklyLetters } from './weekly-letters';

endOnCrash();
/** Who looks at a page goes first; whoever started this may have said so already, and only root may take it back. */
const STANDS_BACK = 10;
setPriority(Math.max(getPriority(), STANDS_BACK));

const ofTake = z.object({ takeId: z.uuid() });
const ofLine = z.object({ lineId: z.uuid() });
const ofClass = z.object({ classId: z.uuid() });
const ofDrawing = z.object({
  contentHash: z.string().regex(/^[0-9a-f]{64}$/),
  // A job of an earlier version does not say.
  wishes: z
    .array(z.object({ layout: z.enum(LAYOUT_NAMES), counting: STORED_STYLE.optional() }))
    .default([...USUAL_DRAWINGS]),
});

const { checkThreads } = configuration();
const hearing = new ThreadPool({ threads: checkThreads });
// Drawings do not wait for recordings, nor verdicts for remarks.
const drawing = new ThreadPool({ threads: 1 });
const finishing = new ThreadPool({ threads: 1 });
const boss = await queue({ maintenance: true });

/** Checks at work in this process: somebody waits for each. */
let checking = 0;

const served = [
  ...Array.from({ length: checkThreads }, () =>
    serveQueue(boss, CHECK_QUEUE, async (data) => {
      const { takeId } = ofTake.parse(data);
      checking++;
      try {
        await checkTake(takeId, earIn(hearing));
      } finally {
        checking--;
      }
      await requestFinish(takeId);
    }),
  ),
  serveQueue(
    boss,
    FINISH_QUEUE,
    async (data) => finishTake(ofTake.parse(data).takeId, earIn(finishing)),
    () => checking === 0,
  ),
  serveQueue(boss, STAND_QUEUE, async (data) => standLine(ofLine.parse(data).lineId)),
  serveQueue(boss, REJUDGE_QUEUE, async (data) => rejudgeClass(ofClass.parse(data).classId)),
  serveQueue(boss, ENGRAVE_QUEUE, async (data) => {
    const { contentHash, wishes } = ofDrawing.parse(data);
    await engraveLine(
      contentHash,
      wishes.map(({ layout, counting }) => ({ layout, counting })),
      drawing,
    );
  }),
];

/** Does something now and again and again; a failure is logged, and the next round tries again. */
function everySoOften(milliseconds: number, what: string, work: () => Promise<unknown>): () => void {
  const round = () => work().catch((error) => logger().error({ err: error }, what));
  void round();
  const timer = setInterval(round, milliseconds);
  return () => clearInterval(timer);
}

/** Nobody waits longer than this for what was forgotten. */
const SWEEP_MS = 2000;
/** How the school writes days may be changed meanwhile. */
const HOUSE_STYLE_MS = 60_000;
/** Whoever lost a password waits for a letter. */
const POST_MS = 3000;
/** Recordings are kept for days; an hour more or less does not matter. */
const REMOVAL_MS = 3_600_000;
const rounds = [
  everySoOften(SWEEP_MS, 'looking for what was forgotten', sweep),
  everySoOften(POST_MS, 'sending letters', sendLetters),
  everySoOften(HOUSE_STYLE_MS, 'how the school writes days', applyHouseStyle),
  everySoOften(REMOVAL_MS, 'writing the letters of the week', writeWeeklyLetters),
  everySoOften(REMOVAL_MS, 'clearing letters and links', clearPost),
  everySoOften(REMOVAL_MS, 'removing what is out of date', async () => {
    if (!(await removeOutOfDate()))
      logger().warn('the clock leapt: nothing is removed for a day, so that it can be put right');
  }),
];
await recheckOutdated();
// What an earlier version gave out may lack parts.
await completeParts({});
logger().info({ checkThreads }, 'the worker is ready');

/** The job at hand is finished; what is left stays in the queue. */
const PATIENCE_MS = 5000;
async function stop(): Promise<void> {
  for (const end of rounds) end();
  await Promise.race([
    Promise.all(served.map((one) => one.stop())),
    new Promise((resolve) => setTimeout(resolve, PATIENCE_MS)),
  ]);
  await boss.stop({ graceful: false });
  process.exit(0);
}
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
