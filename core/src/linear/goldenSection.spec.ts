import fc from 'fast-check';
import { leastBetween } from './goldenSection';
import { real } from './real.fixture';

describe('leastBetween', () => {
  it('finds the bottom of what falls and then rises, wherever it lies', () => {
    fc.assert(
      fc.property(real(-3, 8), real(0.1, 4), (bottom, power) => {
        const found = leastBetween((t) => Math.abs(t - bottom) ** power, -2, 7, 40);
        const least = Math.min(7, Math.max(-2, bottom));
        expect(Math.abs(found - least)).toBeLessThanOrEqual(9 * 0.6181 ** 39);
      }),
    );
  });

  it('looks once a round, inside, and answers the best of what it saw', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 30 }), real(1, 40), (rounds, pace) => {
        const seen: [number, number][] = [];
        const f = (t: number) => Math.sin(pace * t);
        const found = leastBetween((t) => (seen.push([t, f(t)]), f(t)), 0, 1, rounds);
        expect(seen).toHaveLength(rounds);
        for (const [t] of seen) expect(t > 0 && t < 1).toBe(true);
        expect(f(found)).toBe(Math.min(...seen.map(([, value]) => value)));
      }),
    );
  });

  it('ends where rounding brings its places together', () => {
    let calls = 0;
    const found = leastBetween((t) => (calls++, t * t), 1, 1 + 4e-16, 1000);
    expect(found).toBeGreaterThanOrEqual(1);
    expect(calls).toBeLessThan(10);
  });
});
