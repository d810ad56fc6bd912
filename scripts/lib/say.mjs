/** A problem the person at the terminal can mend: shown as one sentence, without a stack. */
export class PlainError extends Error {}

export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** Runs a script's main function; a PlainError, or a full disk, ends it with a sentence and exit code 1. */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    process.exitCode = 1;
    if (error instanceof PlainError) process.stderr.write(`${error.message}\n`);
    else if (error?.code === 'ENOSPC')
      process.stderr.write('The disk is full: free some space and start again.\n');
    else process.stderr.write(`${error?.stack ?? error}\n`);
  }
}
