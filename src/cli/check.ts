import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { describeIssue, type Result } from '@/core/base';
import { check, toCheckContract } from '@/core/checking';
import { readMusicXml } from '@/core/formats';
import { nextStep, type Verdict } from '@/core/judging';
import { readWav } from '@/core/signal';

const USAGE = 'usage: npm run --silent check -- --line LINE.musicxml --take TAKE.wav --tempo BPM [--json]';

class Refusal extends Error {}

function main(): void {
  const { values } = parseArgs({
    options: {
      line: { type: 'string' },
      take: { type: 'string' },
      tempo: { type: 'string' },
      json: { type: 'boolean' },
    },
  });
  if (!values.line || !values.take || !values.tempo) throw new Refusal(USAGE);
  const bpm = Number(values.tempo);
  if (!(bpm >= 20 && bpm <= 400))
    throw new Refusal(`--tempo must be 20–400 beats a minute, got "${values.tempo}"`);
  const line = accept(values.line, readMusicXml(readBytes(values.line)));
  const take = accept(values.take, readWav(readBytes(values.take)));
  const { verdict } = check(line, take, bpm);
  process.stdout.write(
    values.json ? `${JSON.stringify(toCheckContract(verdict))}\n` : describeVerdict(verdict),
  );
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

function describeVerdict(verdict: Verdict): string {
  const rows = verdict.measures.map((m) => {
    const marks = [m.notesNeedWork && 'notes', m.rhythmNeedsWork && 'rhythm'].filter(Boolean).join(' and ');
    return `measure ${m.number}: notes ${m.notesRight}/${m.written}, rhythm ${m.rhythmRight}/${m.written}${marks && `  needs work: ${marks}`}`;
  });
  return `${rows.join('\n')}\n${nextStep(verdict)}\n`;
}

try {
  main();
} catch (error) {
  const isExpected = error instanceof Refusal || (error instanceof TypeError && 'code' in error);
  if (!isExpected) throw error;
  process.stderr.write(`${error.message.replaceAll('\n', ' ')}\n`);
  process.exitCode = 2;
}
