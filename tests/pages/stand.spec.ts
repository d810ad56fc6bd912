// The stand in a real browser: what it transfers, and that it judges as the school's server does.
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { build } from 'esbuild';
import { check } from '@/core/checking';
import { readWav, writeWav } from '@/core/signal';
import { perform, QUIET_ROOM, render, STEADY_STYLE } from '@/core/simulation';
import { ADDRESS, signInStudent } from '../support/browser';
import { bookLine } from '../support/lines';

test('the same takes are judged alike in the browser and here, to the byte', async ({ page }) => {
  test.setTimeout(120_000);
  const bundled = await build({
    stdin: {
      contents: `import { check } from '@/core/checking';
import { USUAL_COUNT_IN } from '@/core/counting'; import { readWav } from '@/core/signal';
        globalThis.judge = (line, bytes, bpm) => JSON.stringify(check(line, readWav(Uint8Array.from(atob(bytes), (sign) => sign.charCodeAt(0))).value, bpm));`,
      resolveDir: process.cwd(),
    },
    alias: { '@': join(process.cwd(), 'src') },
    bundle: true,
    write: false,
    format: 'iife',
  });
  await page.goto('about:blank');
  await page.addScriptTag({ content: bundled.outputFiles[0]!.text });
  const instruments = ['flute', 'trumpet', 'clarinet', 'clap', 'alto-sax', 'violin'] as const;
  for (const [index, number] of [1, 2, 4, 3, 6, 7].entries()) {
    const line = bookLine(number);
    const performance = perform(line, { ...STEADY_STYLE, seed: number, bpm: 84, tuningCents: 9 });
    const room = { ...QUIET_ROOM, sampleRate: 44100, seed: number, reverbSeconds: 0.3 };
    const wav = writeWav(render(performance, instruments[index]!, room));
    const there = await page.evaluate(
      ([music, bytes]) =>
        (globalThis as unknown as { judge(...all: unknown[]): string }).judge(music, bytes, 84),
      [line, Buffer.from(wav).toString('base64')] as const,
    );
    const read = readWav(wav);
    if (!read.ok) throw new Error('the take could not be read');
    expect(there).toBe(JSON.stringify(check(line, read.value, 84)));
  }
});

/** Everything that a child on a slow tablet waits for, before synthesiser and engraver. */
const MOST_FIRST_LOAD_BYTES = 250_000;

test('the first load of the stand is small', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: ADDRESS });
  const first = await signInStudent(context, 'ida');
  const href = await first
    .getByRole('link', { name: /5 Kettle Song/ })
    .first()
    .getAttribute('href');
  await first.close();
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  await session.send('Network.setBypassServiceWorker', { bypass: true });
  let bytes = 0;
  session.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
  const start = Date.now();
  await page.goto(href!);
  await page.getByRole('button', { name: 'Play and record' }).waitFor();
  const usable = Date.now() - start;
  await page.waitForLoadState('networkidle');
  console.log(
    `first load of the stand: ${(bytes / 1000).toFixed(1)} kB transferred, ${usable} ms to its main key`,
  );
  expect(bytes).toBeLessThanOrEqual(MOST_FIRST_LOAD_BYTES);
  await context.close();
});
