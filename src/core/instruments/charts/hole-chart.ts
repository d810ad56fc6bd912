import { parsePitchName, spellingToMidi } from '../../pitch';
import type { Fingering, FingeringChart } from './fingering';

/**
 * A chart written out note by note: `T 1 2 3 4 +E♭`; a slash before a hole covers half of it; alternatives stand
 * behind a bar.
 */
export function holeChart(
  source: string,
  holes: readonly number[],
  table: Readonly<Record<string, string>>,
  shiftSemitones = 0,
): FingeringChart {
  const byMidi = new Map(
    Object.entries(table).map(([name, text]) => [
      spellingToMidi(parsePitchName(name)) + shiftSemitones,
      text.split('|').map(readHoles),
    ]),
  );
  return { source, holes, at: (writtenMidi) => byMidi.get(writtenMidi) ?? [] };
}

function readHoles(text: string): Fingering {
  const tokens = text.trim().split(/\s+/).filter(Boolean);
  return {
    kind: 'holes',
    covered: tokens
      .filter((token) => !token.startsWith('+'))
      .map((token) => {
        const name = token.replace('/', '');
        return { number: name === 'T' ? 0 : Number(name), isHalf: token.startsWith('/') };
      }),
    keys: tokens.filter((token) => token.startsWith('+')).map((token) => token.slice(1)),
  };
}
