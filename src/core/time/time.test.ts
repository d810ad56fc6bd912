import {
  add,
  beatUnit,
  clicksPerMeasure,
  compare,
  divide,
  equals,
  maybeValueOfLength,
  measureLength,
  meter,
  multiply,
  NOTE_BASES,
  quarterSeconds,
  rational,
  subtract,
  sum,
  toMixedNumber,
  toNumber,
  valueLength,
  valueName,
} from '.';

describe('rational', () => {
  const samples = [-3, -1, 0, 1, 2, 5].flatMap((n) => [1, 2, 3, 4, 6].map((d) => rational(n, d)));

  test('is always in lowest terms with a positive denominator', () => {
    expect(rational(6, -4)).toEqual({ numerator: -3, denominator: 2 });
    expect(rational(0, -5)).toEqual({ numerator: 0, denominator: 1 });
    expect(() => rational(1, 0)).toThrow(RangeError);
    expect(() => rational(0.5)).toThrow(RangeError);
  });

  test('follows the laws of arithmetic', () => {
    for (const a of samples) {
      for (const b of samples) {
        expect(add(a, b)).toEqual(add(b, a));
        expect(equals(subtract(add(a, b), b), a)).toBe(true);
        expect(toNumber(multiply(a, b))).toBeCloseTo(toNumber(a) * toNumber(b));
        expect(Math.sign(compare(a, b))).toBe(Math.sign(toNumber(a) - toNumber(b)));
        if (b.numerator !== 0) expect(equals(multiply(divide(a, b), b), a)).toBe(true);
      }
    }
  });

  test.each([
    [rational(7, 2), '3½'],
    [rational(3, 4), '¾'],
    [rational(4), '4'],
    [rational(-1, 2), '−½'],
    [rational(17, 12), '1 5/12'],
  ])('%p is written %s', (value, text) => {
    expect(toMixedNumber(value)).toBe(text);
  });
});

// Facts of the trade (common practice): values in quarter notes.
describe('note values', () => {
  test.each([
    ['whole', 0, 4],
    ['half', 0, 2],
    ['quarter', 0, 1],
    ['eighth', 0, 0.5],
    ['sixteenth', 0, 0.25],
    ['half', 1, 3],
    ['quarter', 1, 1.5],
    ['eighth', 1, 0.75],
    ['half', 2, 3.5],
  ] as const)('%s with %i dots lasts %p quarters', (base, dots, quarters) => {
    expect(toNumber(valueLength({ base, dots }))).toBe(quarters);
  });

  test('every value is found again by its length', () => {
    for (const base of NOTE_BASES) {
      for (const dots of [0, 1] as const) {
        expect(maybeValueOfLength(valueLength({ base, dots }))).toEqual({ base, dots });
      }
    }
    expect(maybeValueOfLength(rational(5, 4))).toBeUndefined();
  });

  test('ties: a half and a quarter last like a dotted half, a whole and a quarter five beats', () => {
    const half = valueLength({ base: 'half', dots: 0 });
    const quarter = valueLength({ base: 'quarter', dots: 0 });
    const whole = valueLength({ base: 'whole', dots: 0 });
    expect(add(half, quarter)).toEqual(valueLength({ base: 'half', dots: 1 }));
    expect(toNumber(add(whole, quarter))).toBe(5);
    expect(sum([quarter, quarter])).toEqual(half);
  });
});

describe('meter', () => {
  test.each([
    [2, 4, 2, 'quarter', 2],
    [3, 4, 3, 'quarter', 3],
    [4, 4, 4, 'quarter', 4],
    [2, 2, 4, 'half', 2],
    [3, 8, 1.5, 'eighth', 3],
    [6, 8, 3, 'dotted-quarter', 2],
    [9, 8, 4.5, 'dotted-quarter', 3],
    [12, 8, 6, 'dotted-quarter', 4],
  ] as const)('%i/%i lasts %p quarters, felt in the %s, %i clicks', (beats, type, quarters, unit, clicks) => {
    const tested = meter(beats, type);
    expect(toNumber(measureLength(tested))).toBe(quarters);
    expect(beatUnit(tested).name).toBe(unit);
    expect(clicksPerMeasure(tested)).toBe(clicks);
  });

  test('6/8 is six eighths and filled by two dotted quarters (common practice)', () => {
    const full = measureLength(meter(6, 8));
    expect(equals(multiply(rational(6), valueLength({ base: 'eighth', dots: 0 })), full)).toBe(true);
    expect(equals(multiply(rational(2), valueLength({ base: 'quarter', dots: 1 })), full)).toBe(true);
  });

  test('refuses what it does not count', () => {
    expect(() => meter(4, 16)).toThrow(RangeError);
    expect(() => meter(0, 4)).toThrow(RangeError);
    expect(() => meter(2.5, 4)).toThrow(RangeError);
  });

  test('at 60, a quarter lasts one second in 4/4 and two thirds in 6/8', () => {
    expect(quarterSeconds(60, beatUnit(meter(4, 4)))).toBe(1);
    expect(quarterSeconds(60, beatUnit(meter(6, 8)))).toBeCloseTo(2 / 3);
    expect(() => quarterSeconds(4, beatUnit(meter(4, 4)))).toThrow('tempo must be 20–400 bpm, got 4');
  });
});

// Common practice: the British names of the note values.
test.each([
  ['whole', 'semibreve'],
  ['half', 'minim'],
  ['quarter', 'crotchet'],
  ['eighth', 'quaver'],
  ['sixteenth', 'semiquaver'],
] as const)('a %s is a %s', (us, uk) => {
  expect([valueName({ base: us, dots: 1 }), valueName({ base: us, dots: 0 }, 'uk')]).toEqual([
    `dotted ${us}`,
    uk,
  ]);
});
