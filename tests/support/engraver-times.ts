import { readFileSync } from 'node:fs';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';

/** When the engraver itself would play the notes of MusicXML files, repeats unrolled: quarters from the start, a list for each file. */
export async function engraverTimes(paths: readonly string[]): Promise<readonly (readonly number[])[]> {
  const engraver = new VerovioToolkit(await createVerovioModule()) as VerovioToolkit & {
    renderToTimemap(options: object): readonly { readonly qstamp: number; readonly on?: readonly string[] }[];
  };
  engraver.setOptions({ expandAlways: true });
  return paths.map((path) => {
    engraver.loadData(readFileSync(path, 'utf8'));
    return engraver.renderToTimemap({}).flatMap(({ qstamp, on }) => (on ?? []).map(() => qstamp));
  });
}
