import { eventsOfMeasure, type Line } from '@/core/notation';
import { engrave, USUAL_DRAWINGS } from '@/engraving';
import type { Engraving } from '@/engraving/engraving';
import { maybeRing } from '@/ui/study/ring';
import { readBook } from '../support/lines';

async function draw(line: Line): Promise<{ readonly wide: Engraving; readonly narrow: Engraving }> {
  const [wide, narrow] = USUAL_DRAWINGS;
  return { wide: await engrave(line, wide!), narrow: await engrave(line, narrow!) };
}

const drawn: Awaited<ReturnType<typeof draw>>[] = [];
for (const { line } of readBook()) drawn.push(await draw(line));
const cases = readBook().flatMap(({ file, line }, index) =>
  (['wide', 'narrow'] as const).map((layout) => [`${file}, ${layout}`, line, drawn[index]![layout]] as const),
);

test.each(cases)(
  '%s: every event has its place, on the right system, in reading order',
  (_, line, { systems }) => {
    const placed = systems.flatMap((system) => Object.keys(system.events));
    expect(placed).toEqual(
      line.part.measures.flatMap((measure) => eventsOfMeasure(measure).map((event) => event.id)),
    );
    expect(systems.flatMap((system) => system.measures.map((m) => m.printedIndex))).toEqual(
      line.part.measures.map((_m, index) => index),
    );
    for (const system of systems) {
      for (const { printedIndex, x, width } of system.measures) {
        const boxes = line.part.measures[printedIndex]!.events.map((event) => system.events[event.id]!);
        boxes.forEach((box, n) => {
          expect(box.x).toBeGreaterThanOrEqual(x);
          expect(box.x + box.width).toBeLessThanOrEqual(x + width + 1);
          if (n > 0) expect(box.x).toBeGreaterThan(boxes[n - 1]!.x);
        });
      }
      expect(system.staffBottom).toBeGreaterThan(system.staffTop);
      expect(system.height).toBeGreaterThan(system.staffBottom);
    }
  },
);

// A ring through a number makes it unreadable, most of all on a phone.
test.each(cases)('%s: a ring round any note ends over the counts', (_, line, { systems }) => {
  for (const system of systems) {
    if (system.lowerStaff || system.wordsTop === undefined) continue;
    for (const { printedIndex } of system.measures) {
      for (const { id } of line.part.measures[printedIndex]!.events) {
        const ring = maybeRing(system, [id])!;
        expect(ring.y + ring.height).toBeLessThan(system.wordsTop);
      }
    }
  }
});

test.each(cases)('%s: a drawing is one system', (_, __, { systems }) => {
  for (const { svg } of systems) expect(svg.match(/ class="system"/g)).toHaveLength(1);
});

test('a line that fills one system is not broken, however close its notes stand', async () => {
  for (const wish of USUAL_DRAWINGS) {
    const { part } = readBook().at(-1)!.line;
    for (const count of [1, 2, 3, 4]) {
      const short = { title: 'Short', part: { ...part, measures: part.measures.slice(0, count) } };
      const { systems } = await engrave(short, wish);
      for (const { svg } of systems) expect(svg.match(/ class="system"/g)).toHaveLength(1);
    }
  }
});

test('the counts of every drawing have a place', () => {
  expect(cases.filter(([, , { systems }]) => systems.some(({ wordsTop }) => wordsTop === undefined))).toEqual(
    [],
  );
});

test.each(cases)(
  '%s: the drawing is light, without invisible boxes, scripts or outside references',
  (_, __, { systems }) => {
    for (const { svg } of systems) {
      expect(svg).toMatch(/^<svg viewBox="0 0 [\d.]+ [\d.]+"/);
      const unwanted = /bounding-box|<script|href="(?!#)|@font-face|url\(http/.exec(svg);
      expect(unwanted?.[0]).toBeUndefined();
      expect(svg.length).toBeLessThan(60_000);
    }
  },
);

test('no id stands twice, so that drawings can share a page', () => {
  const ids = drawn.flatMap(({ wide, narrow }) =>
    [wide, narrow].flatMap(({ systems }) =>
      systems.flatMap(({ svg }) => [...svg.matchAll(/ id="([^"]+)"/g)].map(([, id]) => id!)),
    ),
  );
  expect(ids.length).toBeGreaterThan(100);
  expect(ids.filter((id, n) => ids.indexOf(id) !== n)).toEqual([]);
});

test('the counting stands under the notes', () => {
  const text = drawn[0]!.wide.systems[0]!.svg.replace(/<[^>]+>/g, ' ').replace(/\s+/g, ' ');
  expect(text).toContain('1 2 3 (4)');
});

test('equal lines give equal drawings, whatever was drawn between them', async () => {
  expect(await draw(readBook()[0]!.line)).toEqual(drawn[0]);
});
