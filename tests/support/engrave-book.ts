// Prints the engravings of the demo book as JSON; with a number only of so many lines.
import { engrave, USUAL_DRAWINGS } from '@/engraving';
import { readBook } from './lines';

const count = Number(process.argv[2] ?? Number.POSITIVE_INFINITY);
const drawn: unknown[] = [];
for (const { line } of readBook().slice(0, count)) {
  const [wide, narrow] = USUAL_DRAWINGS;
  drawn.push({ wide: await engrave(line, wide!), narrow: await engrave(line, narrow!) });
}
process.stdout.write(JSON.stringify(drawn));
