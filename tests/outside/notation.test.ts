import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'musicxml-io';
import { timedMeasures } from '@/core/notation';
import { spellingToMidi } from '@/core/pitch';
import { add, toNumber } from '@/core/time';
import { engraverTimes } from '../support/engraver-times';
import { BOOK_FOLDER, readBook } from '../support/lines';

const lines = readBook().map(({ file, line }) => [file, line] as const);

// musicxml-io (npm, MIT): an independent reader of MusicXML.
test.each(lines)('%s: an independent reader finds the same notes', (file, line) => {
  const score = parse(readFileSync(join(BOOK_FOLDER, file), 'utf8'));
  const divisions = score.parts[0]!.measures[0]!.attributes!.divisions!;
  const theirs = score.parts[0]!.measures.map((measure) =>
    measure.entries.flatMap((entry) => {
      if (entry.type !== 'note') return [];
      const { pitch, duration, voice } = entry as {
        pitch?: { step: string; alter?: number; octave: number };
        duration: number;
        voice?: string;
      };
      if ((voice ?? '1') !== '1') return [];
      return [
        `${pitch ? spellingToMidi({ ...pitch, alter: pitch.alter ?? 0 } as never) : '-'}:${duration / divisions}`,
      ];
    }),
  );
  const ours = line.part.measures.map((measure) =>
    measure.events.map((event) => {
      const midi =
        event.kind === 'note' && event.pitch.kind === 'pitched' ? spellingToMidi(event.pitch.spelling) : '-';
      return `${midi}:${toNumber(event.quarters)}`;
    }),
  );
  expect(ours).toEqual(theirs);
});

// verovio (npm, LGPL) reads the same files by itself; its time map unrolls repeats and endings.
const played = await engraverTimes(lines.map(([file]) => join(BOOK_FOLDER, file)));

test.each(lines.map(([file, line], index) => [file, line, played[index]!] as const))(
  '%s: the engraver plays the same notes at the same times',
  (_, line, times) => {
    // It lists the printed notes, also those that are tied to and not struck.
    const printed = timedMeasures(line).flatMap(({ measure, onsetQuarters }) =>
      [measure.events, ...measure.otherVoices.map(({ events }) => events)].flatMap((events) => {
        let at = onsetQuarters;
        return events.flatMap((event) => {
          const onset = toNumber(at);
          at = add(at, event.quarters);
          return event.kind === 'note' ? [onset] : [];
        });
      }),
    );
    expect(printed.sort((a, b) => a - b)).toEqual(times.toSorted((a, b) => a - b));
  },
);
