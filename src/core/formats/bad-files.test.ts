import { BAD_FILES } from '../../../tests/support/bad-files';
import { describeIssue } from '../base';
import { readScore } from '.';

test.each(BAD_FILES.map((file) => [file.name, file] as const))('%s', (_, { make, outcome, says }) => {
  const read = readScore(make());
  const sentences = (read.ok ? read.warnings : read.issues).map(describeIssue);
  const found = read.ok ? (read.warnings.length > 0 ? 'read with remarks' : 'read') : 'refused';
  expect({ found, sentences: sentences.slice(0, 3) }).toMatchObject({ found: outcome });
  expect(sentences.join('\n')).toMatch(says);
  // Whatever a file says, nothing of this machine and nothing endless comes out of it.
  expect(JSON.stringify(read)).not.toMatch(/root:|hahahaha/);
  expect(Math.max(0, ...sentences.map((sentence) => sentence.length))).toBeLessThan(300);
});
