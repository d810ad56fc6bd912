import { INSTRUMENT_IDS, INSTRUMENTS, instrument, LEVELS, maybeInstrumentNamed, maybeSoundingRange } from '.';

test('every id has exactly one instrument, and nothing else is in the catalogue', () => {
  expect(INSTRUMENTS.map(({ id }) => id).sort()).toEqual([...INSTRUMENT_IDS].sort());
  expect(() => instrument('kazoo' as never)).toThrow('instrument must be one of the catalogue, got "kazoo"');
});

test.each(INSTRUMENTS.map((entry) => [entry.id, entry] as const))('%s keeps the contract', (_, entry) => {
  expect(entry.name).not.toBe('');
  expect(entry.caution).toMatch(/\.$/);
  expect(Math.abs(entry.transpositionSemitones)).toBeLessThanOrEqual(24);
  const ranges = LEVELS.map((level) => maybeSoundingRange(entry, level));
  if (ranges[0] === undefined) {
    expect(ranges).toEqual([undefined, undefined, undefined]);
    expect([entry.sound, entry.clef]).toEqual(['struck', 'percussion']);
    return;
  }
  ranges.forEach((range, index) => {
    const [lowest, highest] = range!;
    // From the lowest string of the double bass to the top of the piccolo.
    expect(lowest).toBeGreaterThanOrEqual(28);
    expect(highest).toBeLessThanOrEqual(108);
    // A level adds notes and takes none away; the first has at least five neighbours.
    expect(highest - lowest).toBeGreaterThanOrEqual([7, 11, 14][index]!);
    const easier = ranges[index - 1] ?? range!;
    expect(lowest <= easier[0] && highest >= easier[1]).toBe(true);
  });
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
  ['tenor-sax', 58],
  ['double-bass', 60],
  ['euphonium', 72],
  ['alto-recorder', 72],
] as const)('a written C5 on the %s sounds as MIDI %i', (id, sounding) => {
  expect(72 + instrument(id).transpositionSemitones).toBe(sounding);
});

test.each([
  ['Flute', 'flute'],
  ['Trumpet in B♭', 'trumpet'],
  ['trombone 2', 'trombone'],
  ['Clapping', 'clap'],
  ['Tenor Sax 1', 'tenor-sax'],
  ['Alto Saxophone', 'alto-sax'],
  ['Alto recorder', 'alto-recorder'],
  ['B♭ Clarinet 2', 'clarinet'],
  ['Double Bass', 'double-bass'],
  ['Drum Set', 'drum-kit'],
  ['Snare Drum', 'snare'],
  ['Great Highland Bagpipe', 'practice-chanter'],
  ['Euphonium (Baritone)', 'euphonium'],
  ['Soprano voice', 'voice'],
  ['Tenor trombone', 'trombone'],
  // Other sizes have other fingers, ranges and clefs: better none than the wrong one.
  ['Baritone Saxophone', undefined],
  ['Bass Clarinet', undefined],
  ['Bass Drum', undefined],
  ['Tenor Recorder', undefined],
  ['English Horn', undefined],
  ['Part', undefined],
  ['', undefined],
])('a part named "%s" is for %s', (name, id) => {
  expect(maybeInstrumentNamed(name)?.id).toBe(id);
});
