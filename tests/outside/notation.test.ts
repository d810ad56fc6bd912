import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'musicxml-io';
import { writtenNotes } from '@/core/notation';
import { spellingToMidi } from '@/core/pitch';
import { toNumber } from '@/core/time';
import { BOOK_FOLDER, readBook } from '../support/lines';

const lines = readBook().map(({ file, line }) => [file, line] as const);

// musicxml-io (npm, MIT): an independent reader of MusicXML.
test.each(lines)('%s: an independent reader finds the same notes', (file, line) => {
  const score = parse(readFileSync(join(BOOK_FOLDER, file), 'utf8'));
  const theirs = score.parts[0]!.measures.map((measure) =>
    measure.entries.flatMap((entry) => {
      if (entry.type !== 'note') return [];
      const { pitch, duration } = entry as {
        pitch?: { step: string; alter?: number; octave: number };
        duration: number;
      };
      return [`${pitch ? spellingToMidi({ ...pitch, alter: pitch.alter ?? 0 } as never) : '-'}:${duration}`];
    }),
  );
  const ours = line.part.measures.map((measure) =>
    measure.events.map((event) => {
      const midi =
        event.kind === 'note' && event.pitch.kind === 'pitched' ? spellingToMidi(event.pitch.spelling) : '-';
      return `${midi}:${toNumber(event.quarters) * 12}`;
    }),
  );
  expect(ours).toEqual(theirs);
});

// verovio (npm, LGPL) reads the same file by itself; its time map unrolls repeats and endings.
test.each(lines.filter(([file]) => /^(03|05|06|09)/.test(file)))(
  '%s: the engraver plays the same notes at the same times',
  (file, line) => {
    const printed = execFileSync(
      process.execPath,
      ['--import', 'tsx', 'tests/support/engraver-times.ts', join(BOOK_FOLDER, file)],
      {
        cwd: join(__dirname, '../..'),
        encoding: 'utf8',
      },
    );
    expect(writtenNotes(line).map((note) => toNumber(note.onsetQuarters))).toEqual(JSON.parse(printed));
  },
);
