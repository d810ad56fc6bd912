// Checks takes without application or database: npm run --silent check -- --line … --take … --tempo … [--json], or a whole
// list of them in one process: npm run --silent check -- --takes takes.json --out FOLDER
import { parseArgs } from 'node:util';
import { check, toCheckContract } from '@/core/checking';
import { besideThePlayer, NOTHING_AFTER, nextStep, sayScope, type Verdict } from '@/core/judging';
import { checkMany } from './check-many';
import {
  FASTEST_BPM,
  Refusal,
  readLineFile,
  readNumber,
  readWavFile,
  runCommand,
  SLOWEST_BPM,
} from './files';

const USAGE =
  'usage: npm run --silent check -- --line LINE.musicxml --take TAKE.wav --tempo BPM [--json], or --takes TAKES.json --out FOLDER';

function describeVerdict(verdict: Verdict): string {
  const rows = verdict.measures.map((m) => {
    const marks = [m.notesNeedWork && 'notes', m.rhythmNeedsWork && 'rhythm'].filter(Boolean).join(' and ');
    const share = `notes ${m.notesRight}/${m.written}, rhythm ${m.rhythmRight}/${m.written}`;
    return `measure ${m.number}: ${share}${marks && `  needs work: ${marks}`}`;
  });
  const advice = nextStep(verdict, { vocabulary: 'us', after: NOTHING_AFTER });
  const remarks = [verdict.scope && sayScope(verdict.scope), besideThePlayer(verdict)];
  return `${[...rows, advice, ...remarks.filter((one) => one !== undefined)].join('\n')}\n`;
}

runCommand(() => {
  const { values } = parseArgs({
    options: {
      line: { type: 'string' },
      take: { type: 'string' },
      tempo: { type: 'string' },
      json: { type: 'boolean' },
      takes: { type: 'string' },
      out: { type: 'string' },
    },
  });
  if (values.takes && values.out) {
    checkMany(values.takes, values.out);
    return;
  }
  if (!values.line || !values.take || !values.tempo) throw new Refusal(USAGE);
  const bpm = readNumber('--tempo', values.tempo, SLOWEST_BPM, FASTEST_BPM);
  const { verdict } = check(readLineFile(values.line), readWavFile(values.take), bpm);
  process.stdout.write(
    values.json ? `${JSON.stringify(toCheckContract(verdict))}\n` : describeVerdict(verdict),
  );
});
