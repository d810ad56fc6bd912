// Time and memory that bad files cost: npm run bench -- files
import { readScore } from '@/core/formats';
import { BAD_FILES } from '../support/bad-files';

let slowest = 0;
for (const { name, make } of BAD_FILES) {
  const bytes = make();
  global.gc?.();
  const memoryBefore = process.memoryUsage().rss;
  const start = performance.now();
  const read = readScore(bytes);
  const milliseconds = performance.now() - start;
  const megabytes = Math.max(0, process.memoryUsage().rss - memoryBefore) / 1e6;
  slowest = Math.max(slowest, milliseconds);
  const outcome = read.ok ? 'read' : 'refused';
  console.log(
    `${name.padEnd(42)} ${outcome.padEnd(8)} ${milliseconds.toFixed(0).padStart(5)} ms  ${megabytes.toFixed(0).padStart(4)} MB`,
  );
}
console.log(`slowest: ${slowest.toFixed(0)} ms`);
