import { asksOwnEars } from './own-ears';

const at = (time: string) => new Date(`2026-03-02T${time}:00Z`);

describe('how often own ears are asked', () => {
  test.each([
    ['every-take', undefined, true],
    ['every-take', at('15:59'), true],
    ['never', undefined, false],
    ['never', at('15:59'), false],
    ['once-a-sitting', undefined, true],
    ['once-a-sitting', at('15:59'), false],
    ['once-a-sitting', at('15:01'), false],
    ['once-a-sitting', at('15:00'), true],
    // Asked by a clock that was ahead and is right again.
    ['once-a-sitting', at('17:00'), true],
  ] as const)('%s, asked last at %s: %s', (times, askedAt, asks) => {
    expect(asksOwnEars(times, askedAt, at('16:00'))).toBe(asks);
  });
});
