import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../../scripts/lib/chromium.mjs';

const ROOT = process.cwd();
const data = mkdtempSync(join(tmpdir(), 'mevlo-start-'));
// The database's own user must be able to reach it.
spawnSync('chmod', ['755', data]);
const started: ChildProcess[] = [];
afterAll(async () => {
  // A check that failed half-way leaves nothing running.
  await Promise.all(started.filter(({ exitCode }) => exitCode === null).map(stop));
  rmSync(data, { recursive: true, force: true });
});

let port = 0;
beforeAll(async () => {
  port = await new Promise<number>((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address() as { port: number };
      probe.close(() => resolve(address.port));
    });
  });
});

const environment = (changed: Readonly<Record<string, string>> = {}): NodeJS.ProcessEnv => ({
  ...process.env,
  MEVLO_DATA: data,
  MEVLO_DEMO: '0',
  PORT: `${port}`,
  DATABASE_URL: undefined,
  ...changed,
});

/** Runs the start command to its end. */
function startToEnd(changed: Readonly<Record<string, string>> = {}) {
  return spawnSync(process.execPath, ['scripts/start.mjs'], {
    cwd: ROOT,
    env: environment(changed),
    encoding: 'utf8',
    timeout: 120_000,
  });
}

/** Starts the application and waits until it says that it runs. */
async function start(): Promise<{ child: ChildProcess; output: () => string }> {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: ROOT,
    env: environment(),
    stdio: 'pipe',
  });
  started.push(child);
  let output = '';
  child.stdout!.on('data', (chunk) => {
    output += chunk;
  });
  child.stderr!.on('data', (chunk) => {
    output += chunk;
  });
  const deadline = Date.now() + 150_000;
  while (!output.includes('Mevlo is running')) {
    if (Date.now() > deadline || child.exitCode !== null) throw new Error(`did not start: ${output}`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return { child, output: () => output };
}

function stop(child: ChildProcess): Promise<number | null> {
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)));
  child.kill('SIGINT');
  return ended;
}

/** In a real browser: the first person makes an account and finds the starter book drawn on the shelf. */
async function makeFirstTeacher(address: string, code: string): Promise<void> {
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ baseURL: address });
    await page.goto('/sign-in');
    await page.waitForLoadState('networkidle');
    await page.getByLabel('Code').fill(code);
    await page.getByLabel('Your name').fill('Ada Moor');
    await page.getByLabel('E-mail').fill('ada.moor@mevlo.example');
    await page.getByLabel('Password').fill('long-enough-1');
    await page.getByRole('button', { name: 'Come in' }).click();
    await page.waitForURL('**/desk');
    await page.goto('/shelf');
    expect(await page.getByRole('link', { name: /^\d+ / }).count()).toBe(15);
    await page.getByRole('link', { name: /1 Two Steps and Stay/ }).click();
    await page
      .getByRole('img', { name: /Written music/ })
      .first()
      .waitFor();
  } finally {
    await browser.close();
  }
}

test('starts, refuses a second start, stops everything at Ctrl-C, and starts again', async () => {
  const { child, output } = await start();
  expect(output()).toContain(`http://127.0.0.1:${port}`);
  const page = await (await fetch(`http://127.0.0.1:${port}/sign-in`)).text();
  expect(page).toContain('One line. Play it.');
  // Without demo nothing offers made-up people.
  expect(page).not.toContain('Odile');
  expect(page).toContain('make the first teacher');
  expect(output()).not.toContain('password');

  const code = /type this code there: (\S+)/.exec(output())?.[1];
  await makeFirstTeacher(`http://127.0.0.1:${port}`, code!);

  const second = startToEnd({ PORT: `${port + 1}` });
  expect(second.status).toBe(1);
  expect(second.stderr.trim()).toMatch(
    new RegExp(`^Mevlo is already running at http://127.0.0.1:${port} \\(process ${child.pid}\\)\\.`),
  );

  const databasePid = readFileSync(join(data, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]!;
  expect(await stop(child)).toBe(0);
  expect(existsSync(join(data, 'running'))).toBe(false);
  expect(existsSync(`/proc/${databasePid}`)).toBe(false);
  await expect(fetch(`http://127.0.0.1:${port}/sign-in`)).rejects.toThrow();

  const again = await start();
  expect(again.output()).not.toContain('code there');
  expect(await stop(again.child)).toBe(0);
});

describe('what is wrong is one plain sentence and a non-zero exit', () => {
  let blocker: Server | undefined;
  afterEach(() => blocker?.close());

  test('a used port', async () => {
    blocker = createServer();
    await new Promise<void>((resolve) => blocker!.listen(port, '127.0.0.1', resolve));
    const { status, stderr } = startToEnd();
    expect(stderr.trim()).toBe(
      `Port ${port} is used by another program. Start with another one: PORT=${port + 1} npm start`,
    );
    expect(status).toBe(1);
    expect(existsSync(join(data, 'running'))).toBe(false);
  });

  test('a used port, after a lock that an ended run left behind was taken over with a sentence', async () => {
    writeFileSync(join(data, 'running'), '999999\nhttp://127.0.0.1:1\n');
    blocker = createServer();
    await new Promise<void>((resolve) => blocker!.listen(port, '127.0.0.1', resolve));
    const { status, stdout, stderr } = startToEnd();
    expect(stdout).toContain('An earlier run ended without cleaning up; its lock was removed.');
    expect(stderr.trim()).toMatch(/^Port \d+ is used by another program\./);
    expect(status).toBe(1);
  });

  test('a port that is none', () => {
    const { status, stderr } = startToEnd({ PORT: 'harbour' });
    expect(stderr.trim()).toBe('PORT must be 1–65535, got "harbour".');
    expect(status).toBe(1);
  });

  test('a missing program, for somebody who may not install it', () => {
    // A PATH without ffmpeg, and a user who is not root.
    const script =
      "process.getuid = () => 1000; const { ensureDebianPackages } = await import('./scripts/lib/packages.mjs'); const { run } = await import('./scripts/lib/say.mjs'); await run(() => ensureDebianPackages());";
    const { status, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', script], {
      cwd: ROOT,
      env: { ...process.env, PATH: '/nowhere' },
      encoding: 'utf8',
    });
    expect(stderr.trim()).toMatch(
      /^These Debian packages are missing: .*ffmpeg.* Install them once with "sudo apt-get install .*" and start again\.$/,
    );
    expect(status).toBe(1);
  });

  test('a full disk', () => {
    const script =
      "const { run } = await import('./scripts/lib/say.mjs'); const { runToEnd } = await import('./scripts/lib/process.mjs'); await run(() => runToEnd('sh', ['-c', 'cat /dev/zero > /dev/full'], { quiet: true }));";
    const { status, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', script], {
      cwd: ROOT,
      encoding: 'utf8',
    });
    expect(stderr.trim()).toBe('The disk is full: free some space and start again.');
    expect(status).toBe(1);
  });
});
