import { spawn } from 'node:child_process';

/**
 * Runs a script in several processes at once, each on its share.
 * @param argsOf of the process with this number, from 0. @throws when one of them fails.
 */
export async function runParts(
  file: string,
  count: number,
  argsOf: (part: number) => readonly string[],
): Promise<void> {
  await Promise.all(
    Array.from({ length: count }, (_, part) => {
      const child = spawn(process.execPath, ['--import', 'tsx', file, ...argsOf(part)], { stdio: 'inherit' });
      return new Promise<void>((done, failed) =>
        child.on('close', (code) =>
          code === 0 ? done() : failed(new Error(`part ${part + 1} of ${count} failed (exit ${code})`)),
        ),
      );
    }),
  );
}
