import fc from 'fast-check';
import { RateLimit } from './rateLimit';

test('a burst goes through at once, what follows waits until its share has come in, and a refusal draws nothing', () => {
  const limit = new RateLimit(10, 2, 0);
  expect(limit.draw(10, 0)).toBe(0);
  expect(limit.draw(4, 0)).toBe(2);
  // Refused again a second later, by what is still missing: asking costs nothing.
  expect(limit.draw(4, 1000)).toBe(1);
  expect(limit.draw(4, 2000)).toBe(0);
  // Left alone for long it holds a burst, and no more.
  expect(limit.draw(10, 3_600_000)).toBe(0);
  expect(limit.draw(1, 3_600_000)).toBe(1);
});

test('a clock that is set back gives nothing away, and takes nothing', () => {
  const limit = new RateLimit(5, 1, 1_000_000);
  expect(limit.draw(5, 1_000_000)).toBe(0);
  expect(limit.draw(1, 0)).toBe(1);
  expect(limit.draw(1, 1000)).toBe(0);
});

test('whatever is asked for and when, no more than the burst and the rate goes through', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 0, max: 4000 }))),
      (asked) => {
        const limit = new RateLimit(20, 3, 0);
        let nowMs = 0;
        let drawn = 0;
        for (const [count, afterMs] of asked) {
          nowMs += afterMs;
          if (limit.draw(count, nowMs) === 0) drawn += count;
          expect(drawn).toBeLessThanOrEqual(20 + (3 * nowMs) / 1000 + 1e-6);
        }
      },
    ),
  );
});
