import { pressAll } from '../../../tests/support/typist';
import { leadLine, type Part } from '../notation';
import { apply, blankScore, openDesk, withoutEmptyEnd } from '../writing';
import { lookOver, type PatternKind } from '.';

const PLAYER = { instrument: undefined, level: 1, goalBpm: 80, known: undefined } as const;
const told = (part: Part, ...kinds: readonly PatternKind[]) =>
  lookOver(part, PLAYER, 'us')
    .patterns.filter(({ kind }) => kinds.includes(kind))
    .map(({ sentence }) => sentence);

function written(id: 'drum-kit' | 'harp', upper: string, lower: string): Part {
  const clef = id === 'harp' ? 'treble' : 'percussion';
  const blank = openDesk(blankScore('x', { id, name: id, clef, transpositionSemitones: 0, staffLines: 5 }));
  const staff = id === 'harp' ? 'lower' : 'upper';
  const desk = pressAll(apply(pressAll(blank, upper), { kind: 'add-voice', staff }), lower);
  return leadLine(withoutEmptyEnd(desk).score).part;
}

describe('a groove', () => {
  const HANDS = 'i 3 3 3 & 2 3 3 3 3 & 2 3';
  const FEET = 'q 1 r i 1 1 q r';

  test('is the measure that comes again; each drum is told by its clicks, and where the fill is', () => {
    const part = written(
      'drum-kit',
      `${HANDS} ${HANDS} ${HANDS} i 2 2 2 2 9 9 9 9`,
      `${FEET} ${FEET} ${FEET} q 1 1 1 1`,
    );
    expect(told(part, 'groove', 'fill')).toEqual([
      'Measures 1, 2 and 3 are the groove: closed hi-hat, two hits for each click; snare on 2 and 4; bass drum on 1, 3 and the “and” of 3.',
      'Measure 4 is a fill: snare on 1, the “and” of 1, 2 and the “and” of 2; floor tom on 3, the “and” of 3, 4 and the “and” of 4; bass drum on every click. Play it alone, then from the measure before into it.',
    ]);
  });

  test('of sixteenths has four hits for each click; measures that never come again are none', () => {
    const sixteen = Array.from({ length: 16 }, () => '3').join(' ');
    const part = written('drum-kit', `s ${sixteen} ${sixteen}`, 'q 1 1 1 1 1 1 1 1');
    expect(told(part, 'groove')).toEqual([
      'Measures 1 and 2 are the groove: closed hi-hat, four hits for each click; bass drum on every click.',
    ]);
    expect(told(written('drum-kit', 'q 3 3 3 3 2 2 2 2', 'q 1 r 1 r 1 1 r r'), 'groove', 'fill')).toEqual([]);
  });
});

describe('two hands', () => {
  test('together, in turn, and the figure of the left one', () => {
    const part = written('harp', 'h c e q c d e f h r e q c e h g', 'h c g c g q c r h r h c g');
    expect(told(part, 'hands-together', 'hands-in-turn', 'left-hand-figure')).toEqual([
      'Measure 1: both hands have the same rhythm. Count once for both.',
      'Measure 3: the hands take turns, none starts with the other. Tap it on your knees first, right and left.',
      'Measures 1, 2 and 4: the left hand has the same rhythm each time. Play it alone until it goes by itself.',
    ]);
  });

  test('a voice on the same staff is no hand', () => {
    const blank = openDesk(
      blankScore('x', {
        id: 'flute',
        name: 'Flute',
        clef: 'treble',
        transpositionSemitones: 0,
        staffLines: 5,
      }),
    );
    const desk = pressAll(apply(pressAll(blank, 'h c e'), { kind: 'add-voice', staff: 'upper' }), 'h c c');
    expect(told(leadLine(withoutEmptyEnd(desk).score).part, 'hands-together')).toEqual([]);
  });
});
