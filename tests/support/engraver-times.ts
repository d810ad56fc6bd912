// Prints when the engraver itself would play the notes of MusicXML files, repeats unrolled: JSON, a list of quarters for each.
import { readFileSync } from 'node:fs';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';

const engraver = new VerovioToolkit(await createVerovioModule()) as VerovioToolkit & {
  renderToTimemap(options: object): readonly { readonly qstamp: number; readonly on?: readonly string[] }[];
};
engraver.setOptions({ expandAlways: true });
process.stdout.write(
  JSON.stringify(
    process.argv.slice(2).map((path) => {
      engraver.loadData(readFileSync(path, 'utf8'));
      return engraver.renderToTimemap({}).flatMap(({ qstamp, on }) => (on ?? []).map(() => qstamp));
    }),
  ),
);
