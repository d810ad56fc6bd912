import { FRAME_SECONDS } from '../frame-length';
import type { Frames } from '../frames';
import { reattackStrength, type SegmentSigns } from './reattack-strength';

const FRAME = 100;
const segment = { from: 0, to: 200 };

/** A tone of two seconds at −20 dB that is so much louder from its middle on, after a dip. */
function tone({ stepDb = 0, dipDb = 0, swingDb = 0, bandRiseDb = 0, ringing = 0 }): Frames {
  const levelDb = Float64Array.from(
    { length: 200 },
    (_, frame) =>
      -20 +
      (frame > FRAME ? stepDb : 0) -
      (frame === FRAME ? dipDb : 0) +
      swingDb * Math.sin((frame * FRAME_SECONDS - 1) * 2 * Math.PI * 6),
  );
  const bands = {
    bandCount: 1,
    of: (frame: number) => Float64Array.of(-20 + (frame > FRAME ? bandRiseDb : 0)),
  };
  return { levelDb, bands, ringing } as unknown as Frames;
}

const quiet: SegmentSigns = { breaks: [], hasVibrato: false, signCount: 1 };
const broken = (contrast: number) => ({
  ...quiet,
  breaks: [{ seconds: (FRAME + 0.5) * FRAME_SECONDS, change: 0.5, contrast }],
});

test.each<[string, Parameters<typeof tone>[0], SegmentSigns, boolean]>([
  ['nothing changes', {}, quiet, false],
  ['the wave breaks with its past, and the level with it', { stepDb: 4 }, broken(40), true],
  ['the wave breaks a little while the level stays', {}, broken(5), false],
  ['the level steps and the wave goes on', { stepDb: 4 }, quiet, false],
  [
    'the same signs stand in a vibrato with many like them',
    { stepDb: 4, swingDb: 2 },
    { ...broken(15), hasVibrato: true, signCount: 12 },
    false,
  ],
])('%s', (_, sound, signs, isStart) => {
  expect(reattackStrength(FRAME, segment, tone(sound), signs) > 0.5).toBe(isStart);
});

test('every sign of a start makes it likelier, and every sign of trembling less so', () => {
  const plain = reattackStrength(FRAME, segment, tone({ stepDb: 3 }), broken(10));
  expect(reattackStrength(FRAME, segment, tone({ stepDb: 3 }), broken(30))).toBeGreaterThan(plain);
  expect(reattackStrength(FRAME, segment, tone({ stepDb: 5 }), broken(10))).toBeGreaterThan(plain);
  expect(reattackStrength(FRAME, segment, tone({ stepDb: 3, bandRiseDb: 6 }), broken(10))).toBeGreaterThan(
    plain,
  );
  expect(reattackStrength(FRAME, segment, tone({ stepDb: 3 }), { ...broken(10), signCount: 6 })).toBeLessThan(
    plain,
  );
  expect(
    reattackStrength(FRAME, segment, tone({ stepDb: 3 }), { ...broken(10), hasVibrato: true }),
  ).toBeLessThan(plain);
  expect(reattackStrength(FRAME, segment, tone({ stepDb: 3, swingDb: 2 }), broken(10))).toBeLessThan(plain);
});

test('what lies close to the end of a tone is mostly the next one coming in', () => {
  const nearEnd = { from: 0, to: FRAME + 10 };
  expect(reattackStrength(FRAME, nearEnd, tone({ stepDb: 4 }), broken(20))).toBeLessThan(
    reattackStrength(FRAME, segment, tone({ stepDb: 4 }), broken(20)),
  );
});

test('just after a start, what still rings of the note before is no start of its own', () => {
  const justBegun = { from: FRAME - 10, to: 200 };
  const dry = reattackStrength(FRAME, justBegun, tone({ stepDb: 4 }), broken(8));
  const ringing = reattackStrength(FRAME, justBegun, tone({ stepDb: 4, ringing: 1 }), broken(8));
  expect(ringing).toBeLessThan(dry / 2);
  // Later on it has died away.
  expect(reattackStrength(FRAME, segment, tone({ stepDb: 4, ringing: 1 }), broken(8))).toBe(
    reattackStrength(FRAME, segment, tone({ stepDb: 4 }), broken(8)),
  );
});
