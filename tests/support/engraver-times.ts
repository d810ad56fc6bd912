// Prints when the engraver itself would play the notes of a MusicXML file, repeats unrolled: JSON of quarters.
import { readFileSync } from 'node:fs';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';

const engraver = new VerovioToolkit(await createVerovioModule()) as VerovioToolkit & {
  renderToTimemap(options: object): readonly { readonly qstamp: number; readonly on?: readonly string[] }[];
};
engraver.setOptions({ expandAlways: true });
engraver.loadData(readFileSync(process.argv[2]!, 'utf8'));
process.stdout.write(
  JSON.stringify(engraver.renderToTimemap({}).flatMap(({ qstamp, on }) => (on ?? []).map(() => qstamp))),
);
