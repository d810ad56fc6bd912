import {
  INSTRUMENT_IDS,
  INSTRUMENTS,
  instrument,
  LEVELS,
  maybeInstrumentNamed,
  maybeInstrumentReading,
  maybeSoundingRange,
} from '.';

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
  ['Baritone Saxophone', 'baritone-sax'],
  ['Bass Clarinet', 'bass-clarinet'],
  ['Tenor Recorder', 'tenor-recorder'],
  ['English Horn', 'english-horn'],
  ['Bassoon 1', 'bassoon'],
  ['Piccolo', 'piccolo'],
  ['Glockenspiel', 'bells'],
  ['Bass Guitar', 'bass-guitar'],
  ['Baritone T.C.', 'treble-baritone'],
  ['Eb Tuba', 'e-flat-tuba'],
  // Other sizes have other fingers, ranges and clefs: better none than the wrong one.
  ['Contrabass Clarinet', undefined],
  ['Bass Drum', undefined],
  ['Sopranino Recorder', undefined],
  ['Part', undefined],
  ['', undefined],
])('a part named "%s" is for %s', (name, id) => {
  expect(maybeInstrumentNamed(name)?.id).toBe(id);
});

// Common practice: how each of these parts is written. Octaves are often left out of files.
test.each([
  ['Euphonium', 0, 'euphonium'],
  ['Euphonium', -14, 'treble-baritone'],
  ['Baritone', -14, 'treble-baritone'],
  ['Horn in F', -7, 'horn'],
  ['Horn', -9, 'e-flat-horn'],
  ['Trumpet in B♭', -2, 'trumpet'],
  ['Trumpet', 0, undefined],
  ['Clarinet in A', -3, undefined],
  ['Double bass', 0, 'double-bass'],
  ['Tenor Sax', -2, 'tenor-sax'],
  ['Soprano recorder', 0, 'soprano-recorder'],
  ['Snare Drum', 0, 'snare'],
] as const)(
  'a part named "%s" that sounds %i half steps from what is written is for %s',
  (name, semitones, id) => {
    expect(maybeInstrumentReading(name, semitones)?.id).toBe(id);
  },
);
