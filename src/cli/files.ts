import { readFileSync } from 'node:fs';
import { describeIssue, type Issue, type Result } from '@/core/base';
import { readPlayableLine, readScore } from '@/core/formats';
import type { Line, Score } from '@/core/notation';
import { type Audio, readWav } from '@/core/signal';

/** Tempos that a take can be asked for, beats a minute. */
export const SLOWEST_BPM = 20;
export const FASTEST_BPM = 400;

/** Something the person at the terminal gave is wrong: one sentence, exit code 2. */
export class Refusal extends Error {}

export function readLineFile(path: string): Line {
  return accept(path, readPlayableLine(readBytes(path)));
}

/** Any file that a teacher brings, with everything that was left out. */
export function readScoreFile(path: string): { readonly score: Score; readonly warnings: readonly Issue[] } {
  const read = readScore(readBytes(path));
  return { score: accept(path, read), warnings: read.ok ? read.warnings : [] };
}

export function readWavFile(path: string): Audio {
  return accept(path, readWav(readBytes(path)));
}

export function readTextFile(path: string): string {
  return new TextDecoder().decode(readBytes(path));
}

function readBytes(path: string): Uint8Array {
  try {
    return new Uint8Array(readFileSync(path));
  } catch (error) {
    throw new Refusal(
      `${path} cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown reason'}).`,
    );
  }
}

function accept<Value>(path: string, result: Result<Value>): Value {
  if (result.ok) return result.value;
  throw new Refusal(`${path}: ${result.issues.map(describeIssue).join(' ')}`);
}

/** A number given on the command line. @throws Refusal outside of from–to. */
export function readNumber(name: string, text: string | undefined, from: number, to: number): number {
  const value = Number(text);
  if (text === undefined || !(value >= from && value <= to))
    throw new Refusal(`${name} must be ${from}–${to}, got "${text ?? ''}".`);
  return value;
}

/** Runs a command's main function; what the person did wrong is one sentence on standard error and exit code 2. */
export function runCommand(main: () => void): void {
  try {
    main();
  } catch (error) {
    const isBadOption =
      error instanceof TypeError && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
    if (!(error instanceof Refusal) && !isBadOption) throw error;
    process.stderr.write(`${(error as Error).message.replaceAll('\n', ' ')}\n`);
    process.exitCode = 2;
  }
}
