// How much of the code is tests: npm run share
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx', '*.mjs', '*.css'],
  { encoding: 'utf8' },
)
  .trim()
  .split('\n')
  .filter((file) => !/\.d\.ts$|\.config\./.test(file));
const lines = { tests: 0, code: 0 };
for (const file of files) {
  const kind = /\.(test|spec)\.tsx?$|^tests\//.test(file) ? 'tests' : 'code';
  lines[kind] += readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.trim()).length;
}
const share = Math.round((100 * lines.tests) / (lines.tests + lines.code));
console.log(
  `code ${lines.code} lines, tests ${lines.tests} lines: tests are ${share} % of the whole (aim 25–33)`,
);
