import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeWav } from '@/core/signal';

const ROOT = process.cwd();
const folder = mkdtempSync(join(tmpdir(), 'mevlo-command-'));
afterAll(() => rmSync(folder, { recursive: true }));

function run(script: string, ...args: string[]) {
  return spawnSync('npm', ['run', '--silent', script, '--', ...args], { cwd: ROOT, encoding: 'utf8' });
}

const LINE = 'demo/book/06-snail-mail.musicxml';
const take = join(folder, 'take.wav');

test('a simulated take is checked through the published contract', () => {
  const made = run(
    'simulate',
    '--line',
    LINE,
    '--out',
    take,
    '--flaws',
    'wrong,late',
    '--instrument',
    'clarinet',
    '--seed',
    '3',
  );
  expect(made.status).toBe(0);
  const { flaws } = JSON.parse(made.stdout) as { flaws: { kind: string; noteId: string }[] };
  const { status, stdout } = run('check', '--line', LINE, '--take', take, '--tempo', '92', '--json');
  expect(status).toBe(0);
  const result = JSON.parse(stdout);
  expect([result.schema, result.state]).toEqual(['mevlo.check/1', 'judged']);
  const note = (kind: string) =>
    result.notes.find((n: { id: string }) => n.id === flaws.find((flaw) => flaw.kind === kind)!.noteId);
  expect(note('wrong').pitch).toBe('wrong');
  expect(note('late').onset.verdict).toBe('late');
  expect(result.notes.filter((n: { pitch: string }) => n.pitch !== 'right')).toHaveLength(1);
});

test('many takes are checked in one go, and one that cannot be read does not stop the others', () => {
  const list = join(folder, 'takes.json');
  const out = join(folder, 'checked');
  const one = { take: 'right', xml: join(ROOT, LINE), wav: 'take.wav', tempo: 92, instrument: 'clarinet' };
  writeFileSync(list, JSON.stringify({ takes: [{ ...one, take: 'lost', wav: 'nowhere.wav' }, one] }));
  const made = run('check', '--takes', list, '--out', out);
  expect([made.status, made.stdout]).toEqual([2, '1 of 2 takes checked.\n']);
  expect(made.stderr).toMatch(/^lost: .*nowhere\.wav cannot be read \(ENOENT\)\.\n$/);
  expect(readdirSync(out)).toEqual(['right.json']);
  const alone = run('check', '--line', LINE, '--take', take, '--tempo', '92', '--json');
  expect(readFileSync(join(out, 'right.json'), 'utf8')).toBe(alone.stdout);

  writeFileSync(list, JSON.stringify({ takes: [{ ...one, take: '../elsewhere' }] }));
  const refused = run('check', '--takes', list, '--out', out);
  expect([refused.status, refused.stdout]).toEqual([2, '']);
  expect(refused.stderr).toContain('A take is named with letters, digits, dots and hyphens.');
});

test('what Mevlo knows of a line is printed, in words and as JSON', () => {
  const told = run('line', '--in', 'demo/book/07-three-lanterns.musicxml');
  expect([told.status, told.stderr]).toEqual([0, '']);
  expect(told.stdout).toContain('Everything was read.');
  expect(told.stdout).toMatch(/measure 1: .*“1”/);
  const { stdout, status } = run('line', '--in', LINE, '--json');
  expect(status).toBe(0);
  const { schema, parts } = JSON.parse(stdout);
  expect(schema).toBe('mevlo.line/1');
  expect(parts[0].measures.length).toBeGreaterThan(3);
  expect(parts[0].performed[0]).toMatchObject({ startSeconds: 0 });
  expect(parts[0].key).toMatch(/major|minor/);
  expect(run('line', '--in', LINE, '--part', 'nobody').stderr).toMatch(
    /There is no part "nobody"; there are/,
  );
});

describe('bad input is one sentence and exit code 2', () => {
  const file = (name: string, content: string | Uint8Array) => {
    const path = join(folder, name);
    writeFileSync(path, content);
    return path;
  };
  test.each<[string, () => string[], string]>([
    ['no arguments', () => [], 'usage:'],
    ['an unknown option', () => ['--lime', 'x'], '--lime'],
    [
      'a tempo out of range',
      () => ['--line', LINE, '--take', take, '--tempo', '4000'],
      '--tempo must be 20–400, got "4000".',
    ],
    [
      'a missing file',
      () => ['--line', LINE, '--take', join(folder, 'none.wav'), '--tempo', '92'],
      'cannot be read (ENOENT)',
    ],
    [
      'an empty file',
      () => ['--line', LINE, '--take', file('empty.wav', ''), '--tempo', '92'],
      'The file is empty',
    ],
    [
      'not a WAV',
      () => ['--line', LINE, '--take', file('text.wav', 'hello there, no sound'), '--tempo', '92'],
      'not a WAV file',
    ],
    [
      'a WAV of length 0',
      () => [
        '--line',
        LINE,
        '--take',
        file('zero.wav', writeWav({ samples: new Float32Array(0), sampleRate: 44100 })),
        '--tempo',
        '92',
      ],
      '0 seconds long',
    ],
    [
      'wrong XML',
      () => ['--line', file('line.musicxml', '<score-partwise>'), '--take', take, '--tempo', '92'],
      'XML is broken',
    ],
    [
      'other XML',
      () => ['--line', file('other.musicxml', '<html/>'), '--take', take, '--tempo', '92'],
      'not MusicXML',
    ],
  ])('%s', (_, args, expected) => {
    const { status, stdout, stderr } = run('check', ...args());
    expect(stderr).toContain(expected);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stdout).toBe('');
    expect(status).toBe(2);
  });
});
