// Prints the engravings of the demo book as JSON; with a number only of so many lines.
import { engrave, LAYOUTS } from '@/engraving';
import { readBook } from './lines';

const count = Number(process.argv[2] ?? Number.POSITIVE_INFINITY);
const drawn: unknown[] = [];
for (const { line } of readBook().slice(0, count)) {
  drawn.push({ wide: await engrave(line, LAYOUTS.wide), narrow: await engrave(line, LAYOUTS.narrow) });
}
process.stdout.write(JSON.stringify(drawn));
