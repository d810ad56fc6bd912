import { chordSymbolLetters, chordSymbolText, maybeChordSymbol } from './chord-symbol';

// Signs and what they mean: common practice of lead sheets; names: MusicXML 4.0, kind-value.
test.each([
  ['C', 'C', 'major', 'C'],
  ['Am', 'A', 'minor', 'Am'],
  ['G7', 'G', 'dominant', 'G7'],
  ['Dm7', 'D', 'minor-seventh', 'Dm7'],
  ['Fmaj7', 'F', 'major-seventh', 'Fmaj7'],
  ['FM7', 'F', 'major-seventh', 'Fmaj7'],
  ['Bdim', 'B', 'diminished', 'Bdim'],
  ['Esus', 'E', 'suspended-fourth', 'Esus4'],
  ['Asus2', 'A', 'suspended-second', 'Asus2'],
  ['Bm7b5', 'B', 'half-diminished', 'Bm7♭5'],
  ['C+', 'C', 'augmented', 'Caug'],
  ['D5', 'D', 'power', 'D5'],
])('%s is a chord on %s, %s, printed %s', (text, step, kind, printed) => {
  const symbol = maybeChordSymbol(text)!;
  expect(symbol).toMatchObject({ root: { step, alter: 0 }, kind });
  expect(chordSymbolText(symbol)).toBe(printed);
  expect(maybeChordSymbol(chordSymbolLetters(symbol))).toEqual(symbol);
});

test.each([
  ['B♭m', -1, 'B♭m'],
  ['Bb7', -1, 'B♭7'],
  ['F#m7', 1, 'F♯m7'],
])('%s has its sign', (text, alter, printed) => {
  const symbol = maybeChordSymbol(text)!;
  expect(symbol.root.alter).toBe(alter);
  expect(chordSymbolText(symbol)).toBe(printed);
});

test('a bass that is not the root stands behind a stroke', () => {
  expect(maybeChordSymbol('D/F#')).toEqual({
    root: { step: 'D', alter: 0 },
    kind: 'major',
    bass: { step: 'F', alter: 1 },
  });
});

test.each(['H7', 'rit.', 'Cmaj13#11', '', 'Gently'])('"%s" is no chord that has a name here', (text) => {
  expect(maybeChordSymbol(text)).toBeUndefined();
});
