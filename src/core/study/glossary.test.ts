import { lineOf, readBook } from '../../../tests/support/lines';
import { contentName, glossaryOf } from '.';

const terms = (measures: string[], options = {}) =>
  glossaryOf(lineOf(measures, options).part, 'us').map(({ id }) => id);
const words = (text: string, placement = '') =>
  `<direction${placement}><direction-type>${text}</direction-type></direction>`.replaceAll(' ', '_');

test.each([
  ['C4w', []],
  ['C4h. D4q', ['dot']],
  ['C4h~ C4h', ['tie']],
  ['(C4h D4h)', ['slur']],
  ["C4q' D4q^ C4h", ['staccato', 'fermata']],
  ['F#4h F4h', ['sharp', 'natural']],
  ['Bb4w', ['flat']],
  [`${words('<words>rit.</words>')} C4w`, ['rit. (ritardando)']],
  [`${words('<words>a tempo</words>')} C4w`, ['a tempo']],
  [`${words('<words>decresc. poco a poco</words>')} C4w`, ['decresc. (decrescendo)', 'poco a poco']],
  [`${words('<words>Vivace molto</words>')} C4w`, ['vivace', 'molto']],
  [`${words('<words>poco rit.</words>')} C4w`, ['rit. (ritardando)', 'poco']],
  [`${words('<words>D.S. al Coda</words>')} C4w`, ['D.S. (dal segno)', 'coda']],
  [`${words('<words>tutti, subito p</words>')} C4w`, ['subito', 'tutti']],
  [`${words('<dynamics><mf/></dynamics>')} C4w`, ['mf']],
])('%s: %o', (measure, expected) => {
  expect(terms([measure])).toEqual(expected);
});

test('a key signature is explained, its own sharps are not', () => {
  expect(terms(['F#4w'], { fifths: 1 })).toEqual(['key-sharps']);
  expect(terms(['C4q', 'C4w', 'C4h.'])).toEqual(['pickup', 'dot']);
});

test('only what occurs, each once, with a meaning; words of other languages with a way to say them', () => {
  for (const { line } of readBook()) {
    const glossary = glossaryOf(line.part, 'uk');
    expect(new Set(glossary.map(({ id }) => id)).size).toBe(glossary.length);
    for (const { meaning, pronunciation } of glossary) {
      expect(meaning).toMatch(/^\S.*\S$/);
      if (pronunciation) expect(pronunciation).toMatch(/[A-Z]{2}/);
      expect(meaning).not.toContain('measure');
    }
  }
});

test.each([
  ['dotted-quarter', 'dotted quarter notes', 'dotted crotchets'],
  ['whole', 'whole notes', 'semibreves'],
  ['eighth-rest', 'eighth rests', 'quaver rests'],
  ['sixteenth', 'sixteenth notes', 'semiquavers'],
  ['ties', 'ties', 'ties'],
] as const)('%s in both vocabularies', (content, us, uk) => {
  expect([contentName(content, 'us'), contentName(content, 'uk')]).toEqual([us, uk]);
});

test('the words of the class are in the terms and the meanings too', () => {
  const inUk = glossaryOf(lineOf(['F#4q', 'C4w', 'C4h.']).part, 'uk');
  expect(inUk.find(({ id }) => id === 'pickup')!.term).toBe('anacrusis');
  expect(inUk.find(({ id }) => id === 'sharp')!.meaning).toContain('semitone');
});
