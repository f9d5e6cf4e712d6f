import { randomNumbers } from '../linear/random.fixture';
import { valueOf } from '../curve/curves.fixture';
import { homogeneous, makeCurve } from '../curve/curve';
import type { Level } from '../measure/jet';
import { withEnoughPoints } from './enoughPoints';
import { freedomsAt } from './freedomsAt';
import { joinEnds } from './joinEnds';
import { randomPair } from './randomPairs.fixture';

describe('the freedoms of an end', () => {
  it('are those that it was joined with, on any curve, at either end', () => {
    const random = randomNumbers(7);
    for (let i = 0; i < 60; i++) {
      const { jet, follower } = randomPair(random);
      for (const end of ['start', 'end'] as const) {
        const level = 3 as Level;
        const free = withEnoughPoints(follower, { [end]: level }).curve;
        const joined = valueOf(joinEnds(free, { [end]: { jet, level } }));
        const wanted = joined[end]?.freedoms;
        const found = freedomsAt(joined.curve, end);
        if (!wanted || !found) throw new Error('nothing to compare');
        for (const name of ['a', 'b', 'c'] as const) {
          const size = Math.max(100 * wanted.a, Math.abs(wanted[name]));
          expect(Math.abs(found[name] - wanted[name])).toBeLessThan(1e-9 * size);
        }
      }
    }
  });

  it('are none where the curve stands still', () => {
    const still = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([0, 0, 0, 0, 0, 0, 9, 5, 0]));
    expect(freedomsAt(still, 'start')).toBeNull();
    expect(freedomsAt(still, 'end')?.a).toBeCloseTo(2 * Math.hypot(9, 5), 12);
  });
});
