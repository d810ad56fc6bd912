import { INSTRUMENT_IDS, INSTRUMENTS, instrument, maybeInstrumentOfPart } from '.';

test('every id has exactly one instrument, and nothing else is in the catalogue', () => {
  expect(INSTRUMENTS.map(({ id }) => id).sort()).toEqual([...INSTRUMENT_IDS].sort());
  expect(() => instrument('kazoo' as never)).toThrow('instrument must be one of the catalogue, got "kazoo"');
});

test.each(INSTRUMENTS.map((entry) => [entry.id, entry] as const))('%s keeps the contract', (_, entry) => {
  expect(entry.name).not.toBe('');
  expect(entry.caution).toMatch(/\.$/);
  expect(Math.abs(entry.transpositionSemitones)).toBeLessThanOrEqual(24);
  if (entry.beginnerRange === undefined) {
    expect(entry.sound).toBe('struck');
  } else {
    const [lowest, highest] = entry.beginnerRange;
    // From the lowest string of the double bass to the top of the piccolo, and more than an octave of it.
    expect(lowest).toBeGreaterThanOrEqual(28);
    expect(highest).toBeLessThanOrEqual(108);
    expect(highest - lowest).toBeGreaterThan(12);
  }
});

// Common practice: what a written C5 (MIDI 72) sounds on each transposing instrument.
test.each([
  ['flute', 72],
  ['clarinet', 70],
  ['trumpet', 70],
  ['alto-sax', 63],
  ['horn', 65],
  ['guitar', 60],
  ['soprano-recorder', 84],
] as const)('a written C5 on the %s sounds as MIDI %i', (id, sounding) => {
  expect(72 + instrument(id).transpositionSemitones).toBe(sounding);
});

test.each([
  ['Flute', 'flute'],
  ['Trumpet in B♭', 'trumpet'],
  ['trombone 2', 'trombone'],
  ['Clapping', 'clap'],
  ['Part', undefined],
  ['', undefined],
])('a part named "%s" is for %s', (name, id) => {
  expect(maybeInstrumentOfPart(name)?.id).toBe(id);
});
