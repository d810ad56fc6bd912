import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { bookLine, lineOf, readBook } from '../../../tests/support/lines';
import { check } from '../checking';
import { BANK_NAMES, INSTRUMENT_IDS } from '../instruments';
import type { Line } from '../notation';
import { amplitudeToDb, peakAmplitude } from '../signal';
import {
  AS_WRITTEN,
  type BankReader,
  backingOf,
  bankOf,
  modelOf,
  playModel,
  renderSampled,
  renderSampledWhole,
} from '.';

const RATE = 22050;
const readBank: BankReader = async (name) => readFileSync(join('public/sounds', `${name}.sf3`));

async function model(line: Line, bpm: number, wish = AS_WRITTEN, bank = bankOf('clarinet')) {
  return renderSampledWhole(playModel(line, bpm, wish), await readBank(bank), RATE);
}

test.each(INSTRUMENT_IDS)('a %s has a sound bank', (id) => {
  expect(BANK_NAMES).toContain(bankOf(id));
  expect(
    readFileSync(join('public/sounds', `${bankOf(id)}.sf3`))
      .subarray(0, 4)
      .toString(),
  ).toBe('RIFF');
});

// The ear is an outside judge of the model: what Mevlo shows as the line must pass as the line.
test.each([
  [1, 'trumpet'],
  [2, 'clarinet'],
  [4, 'clarinet'],
  [5, 'flute'],
  [7, 'clarinet'],
  [11, 'clarinet'],
  [12, 'trumpet'],
] as const)('the model of line %i on a %s is right in every measure', async (number, bank) => {
  const line = bookLine(number);
  const { verdict } = check(line, await model(line, 76, AS_WRITTEN, bank), 76);
  expect(verdict.measures.filter((m) => m.notesNeedWork || m.rhythmNeedsWork).map((m) => m.number)).toEqual(
    [],
  );
  expect(verdict.tempo.playedBpm! / 76).toBeCloseTo(1, 1);
});

test('without ties every note is struck; without slurs every note is tongued', async () => {
  const tied = lineOf(['C4h~ C4h', 'D4w']);
  const heard = (verdict: ReturnType<typeof check>['verdict']) => verdict.extras.length;
  expect(heard(check(tied, await model(tied, 80), 80).verdict)).toBe(0);
  expect(heard(check(tied, await model(tied, 80, { ties: false, slurs: true }), 80).verdict)).toBe(1);
  const slurred = lineOf(['(C4q D4q E4q F4q)']);
  const ends = (slurs: boolean) => playModel(slurred, 60, { ties: true, slurs }).events[0]!.endSeconds;
  expect(ends(true)).toBeGreaterThan(1);
  expect(ends(false)).toBeLessThan(1);
});

const DYNAMIC = (mark: string) =>
  `<direction><direction-type><dynamics><${mark}/></dynamics></direction-type></direction>`;
const HAIRPIN = '<direction><direction-type><wedge_type="crescendo"/></direction-type></direction>';

async function levels(line: Line): Promise<number[]> {
  const { samples } = await model(line, 120);
  const measure = 2 * RATE;
  return [0, 1, 2].map((index) =>
    amplitudeToDb(
      peakAmplitude(samples, Math.round((index + 0.47) * measure), Math.round((index + 0.53) * measure)),
    ),
  );
}

test('piano is softer than forte, and a crescendo really grows', async () => {
  const [piano] = await levels(lineOf([`${DYNAMIC('p')} C4w`, 'C4w', 'C4w']));
  const [forte] = await levels(lineOf([`${DYNAMIC('f')} C4w`, 'C4w', 'C4w']));
  expect(forte! - piano!).toBeGreaterThan(10);
  const [first, second, third] = await levels(
    lineOf([`${DYNAMIC('p')} ${HAIRPIN} C4w`, 'C4w', `${DYNAMIC('f')} C4w`]),
  );
  expect(second! - first!).toBeGreaterThan(3);
  expect(third! - second!).toBeGreaterThan(1.5);
});

test('blocks follow each other, and equal inputs give equal samples', async () => {
  const found = backingOf(bookLine(5), 88, 'chords')!;
  const bank = await readBank(found.bank);
  let next = 0;
  for await (const block of renderSampled(found.model, bank, RATE)) {
    expect(block.fromSample).toBe(next);
    next += block.samples.length;
  }
  const [one, other] = [
    await renderSampledWhole(found.model, bank, RATE),
    await renderSampledWhole(found.model, bank, RATE),
  ];
  expect(one.samples.length).toBe(next);
  expect(Buffer.from(one.samples.buffer).equals(Buffer.from(other.samples.buffer))).toBe(true);
});

test.each(readBook().map(({ file, line }) => [file, line] as const))(
  '%s sounds without clipping',
  async (_, line) => {
    const { model: events, bank } = modelOf(line, 96, AS_WRITTEN);
    const { samples } = await renderSampledWhole(events, await readBank(bank), RATE);
    expect(peakAmplitude(samples)).toBeGreaterThan(0.03);
    expect(peakAmplitude(samples)).toBeLessThan(1);
  },
);
