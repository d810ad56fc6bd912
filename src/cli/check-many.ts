import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { z } from 'zod';
import { check, toCheckContract } from '@/core/checking';
import { FASTEST_BPM, Refusal, readLineFile, readTextFile, readWavFile, SLOWEST_BPM } from './files';

/** A list of takes, with files beside it. What else stands in it is for others. */
const TAKE_LIST = z.object({
  takes: z
    .array(
      z.object({
        /** Names its result, so it is no path. */
        take: z.string().regex(/^[\w.-]+$/, 'A take is named with letters, digits, dots and hyphens.'),
        xml: z.string().min(1),
        wav: z.string().min(1),
        tempo: z.number().min(SLOWEST_BPM).max(FASTEST_BPM),
      }),
    )
    .min(1),
});

/**
 * Checks all takes of a list, one after the other, and writes `FOLDER/<take>.json` for each. A take that cannot be read does not
 * stop the others.
 * @throws Refusal at the end, naming what could not be checked; or at once when the list itself is not one.
 */
export function checkMany(listPath: string, folder: string): void {
  const { takes } = readList(listPath);
  mkdirSync(folder, { recursive: true });
  const problems: string[] = [];
  for (const { take, xml, wav, tempo } of takes) {
    const beside = (name: string) => resolve(dirname(listPath), name);
    try {
      const { verdict } = check(readLineFile(beside(xml)), readWavFile(beside(wav)), tempo);
      writeFileSync(join(folder, `${take}.json`), `${JSON.stringify(toCheckContract(verdict))}\n`);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      problems.push(`${take}: ${error.message}`);
    }
  }
  process.stdout.write(`${takes.length - problems.length} of ${takes.length} takes checked.\n`);
  if (problems.length > 0) throw new Refusal(problems.join(' '));
}

function readList(path: string): z.infer<typeof TAKE_LIST> {
  const text = readTextFile(path);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    throw new Refusal(`${path} is not JSON (${(error as Error).message}).`);
  }
  const read = TAKE_LIST.safeParse(data);
  if (!read.success)
    throw new Refusal(
      `${path} is no list of takes: ${z.prettifyError(read.error)} Expected { "takes": [{ "take", "xml", "wav", "tempo" }] }.`,
    );
  return read.data;
}
