// Checks a take without application or database: npm run --silent check -- --line … --take … --tempo … [--json]
import { parseArgs } from 'node:util';
import { check, toCheckContract } from '@/core/checking';
import { nextStep, type Verdict } from '@/core/judging';
import { Refusal, readLineFile, readNumber, readWavFile, runCommand } from './files';

const USAGE = 'usage: npm run --silent check -- --line LINE.musicxml --take TAKE.wav --tempo BPM [--json]';

function describeVerdict(verdict: Verdict): string {
  const rows = verdict.measures.map((m) => {
    const marks = [m.notesNeedWork && 'notes', m.rhythmNeedsWork && 'rhythm'].filter(Boolean).join(' and ');
    const share = `notes ${m.notesRight}/${m.written}, rhythm ${m.rhythmRight}/${m.written}`;
    return `measure ${m.number}: ${share}${marks && `  needs work: ${marks}`}`;
  });
  return `${rows.join('\n')}\n${nextStep(verdict, { vocabulary: 'us', after: { kind: 'nothing' } })}\n`;
}

runCommand(() => {
  const { values } = parseArgs({
    options: {
      line: { type: 'string' },
      take: { type: 'string' },
      tempo: { type: 'string' },
      json: { type: 'boolean' },
    },
  });
  if (!values.line || !values.take || !values.tempo) throw new Refusal(USAGE);
  const bpm = readNumber('--tempo', values.tempo, 20, 400);
  const { verdict } = check(readLineFile(values.line), readWavFile(values.take), bpm);
  process.stdout.write(
    values.json ? `${JSON.stringify(toCheckContract(verdict))}\n` : describeVerdict(verdict),
  );
});
