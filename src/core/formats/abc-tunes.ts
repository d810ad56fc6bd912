import { failure, type Result, success } from '../base';
import type { Score } from '../notation';
import { readAbc } from './abc-read';
import { MAXIMUM_FILE_BYTES } from './limits';

/** A tune of a book of tunes, under its number. */
export interface NumberedTune {
  readonly number: number | undefined;
  readonly read: Result<Score>;
}

/**
 * Reads all tunes of an ABC text, each by itself, so that one that is broken takes no other with it.
 * Source: The abc music standard 2.1, sections 2.2 (a tune begins with its X: field) and 2.2.2 (the file header is what stands before).
 */
export function readAbcTunes(bytes: Uint8Array): Result<readonly NumberedTune[]> {
  if (bytes.length > MAXIMUM_FILE_BYTES)
    return failure({
      code: 'too-large',
      message: 'The text is larger than 4 MB; a book of tunes was expected.',
    });
  const text = new TextDecoder().decode(bytes).replaceAll('\r\n', '\n');
  const starts = [...text.matchAll(/^X:/gm)].map(({ index }) => index);
  if (starts.length <= 1) {
    return success([{ number: undefined, read: readAbc(bytes) }]);
  }
  const header = fieldsOf(text.slice(0, starts[0]));
  const encoder = new TextEncoder();
  return success(
    starts.map((from, index) => {
      const tune = text.slice(from, starts[index + 1]);
      const number = Number(/^X:\s*(\d+)/.exec(tune)?.[1]);
      return {
        number: number >= 1 ? number : undefined,
        // Behind the number, so that what the tune says itself comes later and counts.
        read: readAbc(encoder.encode(`${tune.trimEnd().replace(/^(X:.*\n)/, `$1${header}`)}\n`)),
      };
    }),
  );
}

/** What the file header says to every tune; free text before it says nothing. */
function fieldsOf(header: string): string {
  const lines = header.split('\n').filter((line) => /^(%%|[A-Zm]:)/.test(line));
  return lines.length > 0 ? `${lines.join('\n')}\n` : '';
}
