import { hostname } from 'node:os';
import { type Logger, pino } from 'pino';

const holder = globalThis as typeof globalThis & { mevloLogger?: Logger };

/** What must never be written down, whatever it is part of. */
const SECRETS = ['*.password', '*.pin', '*.audio', '*.bytes', 'req.headers', 'err.parameters'];

/**
 * The log of this process: JSON lines on standard error, without names, sounds or secrets.
 * @example logger().error({ err: error, takeId }, 'a check threw')
 */
export function logger(): Logger {
  holder.mevloLogger ??= pino(
    {
      level: process.env.MEVLO_LOG_LEVEL || (process.env.NODE_ENV === 'test' ? 'silent' : 'info'),
      base: { pid: process.pid, host: hostname() },
      timestamp: pino.stdTimeFunctions.isoTime,
      redact: { paths: SECRETS, censor: '[left out]' },
      formatters: { level: (label) => ({ level: label }) },
    },
    pino.destination({ dest: 2, sync: true }),
  );
  return holder.mevloLogger;
}

/** What nobody has caught is logged before the process ends; whoever started it starts it again. */
export function endOnCrash(): void {
  const end = (error: unknown) => {
    logger().fatal({ err: error }, 'the process ends: nobody has caught this');
    process.exit(1);
  };
  process.on('uncaughtException', end);
  process.on('unhandledRejection', end);
}
