// What Mevlo finds in every line of the demo book, for people to read: docs/demo-book-looked-over.md.
// UPDATE_DOCS=1 writes it anew; it was then read beside the engraved lines.
import { readFileSync, writeFileSync } from 'node:fs';
import { type Level, maybeInstrument } from '@/core/instruments';
import { glossaryOf, lookOver } from '@/core/study';
import { STARTER_LINES } from '@/server/demo/scenario';
import { readBook } from '../support/lines';

const PATH = 'docs/demo-book-looked-over.md';
const HEAD = `# The demo book, looked over

What the study finds in each line, at the level that the demo gives it and at the tempo that is printed, for a student who has met everything
before. Weights are how much a spot adds to the difficulty of its measures. Made by
\`UPDATE_DOCS=1 npm run test:unit -- demo-findings\`; a check compares it with what the code finds.
`;

function section({ file, line }: ReturnType<typeof readBook>[number]): string {
  const instrument = maybeInstrument(line.part.instrument);
  const goalBpm = line.part.tempo!.bpm;
  const number = Number.parseInt(file, 10);
  const level = (STARTER_LINES[number]?.level ?? 1) as Level;
  const look = lookOver(line.part, { instrument, level, goalBpm, known: undefined }, 'us');
  const glossary = glossaryOf(line.part, 'us').map(({ term }) => term);
  return [
    `## ${number} ${line.title} (${line.part.name}, level ${level}, ${goalBpm})`,
    ...look.patterns.map(({ sentence }) => `- ${sentence}`),
    ...look.hardSpots.map(({ weight, sentence }) => `- **${weight.toFixed(1)}** ${sentence}`),
    `- Difficulty by measure: ${look.difficulties.map((one) => one.toFixed(1)).join(' · ')}`,
    `- ${look.startingTempo.sentence}`,
    ...(glossary.length > 0 ? [`- Words and signs: ${glossary.join('; ')}`] : []),
  ].join('\n');
}

test('the page in docs is what the code finds', () => {
  const page = `${HEAD}\n${readBook().map(section).join('\n\n')}\n`;
  if (process.env.UPDATE_DOCS) writeFileSync(PATH, page);
  expect(readFileSync(PATH, 'utf8')).toBe(page);
});
