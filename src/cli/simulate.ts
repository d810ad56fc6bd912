// A take without a microphone: npm run --silent simulate -- --line LINE.musicxml --out TAKE.wav [options]
import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { INSTRUMENT_IDS, type InstrumentId } from '@/core/instruments';
import { writeWav } from '@/core/signal';
import {
  chooseFlaws,
  FLAW_KINDS,
  type FlawKind,
  performVoices,
  QUIET_ROOM,
  render,
  STEADY_STYLE,
} from '@/core/simulation';
import { Refusal, readLineFile, readNumber, runCommand } from './files';

const USAGE = `usage: npm run --silent simulate -- --line LINE.musicxml --out TAKE.wav [--tempo BPM] [--seed N] [--instrument NAME] [--flaws a,b]
instruments: ${INSTRUMENT_IDS.join(' ')}   flaws: ${FLAW_KINDS.join(' ')}`;

function oneOf<Name extends string>(name: string, known: readonly Name[], what: string): Name {
  const found = known.find((candidate) => candidate === name);
  if (!found) throw new Refusal(`"${name}" is not a known ${what}; known are ${known.join(', ')}.`);
  return found;
}

runCommand(() => {
  const text = { type: 'string' } as const;
  const { values } = parseArgs({
    options: { line: text, out: text, tempo: text, seed: text, instrument: text, flaws: text },
  });
  if (!values.line || !values.out) throw new Refusal(USAGE);
  const line = readLineFile(values.line);
  const bpm = readNumber('--tempo', values.tempo ?? `${line.part.tempo?.bpm ?? 72}`, 20, 400);
  const seed = readNumber('--seed', values.seed ?? '1', 0, 2 ** 31);
  const instrument = oneOf<InstrumentId>(values.instrument ?? 'flute', INSTRUMENT_IDS, 'instrument');
  const kinds = (values.flaws?.split(',') ?? []).map((name) => oneOf<FlawKind>(name, FLAW_KINDS, 'flaw'));
  const flaws = chooseFlaws(line, kinds, seed);
  const sound = render(performVoices(line, { ...STEADY_STYLE, seed, bpm }, flaws), instrument, {
    ...QUIET_ROOM,
    seed,
  });
  writeFileSync(values.out, writeWav(sound));
  process.stdout.write(`${JSON.stringify({ file: values.out, bpm, seed, instrument, flaws })}\n`);
});
