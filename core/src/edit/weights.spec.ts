import { checked, SPOUT } from '../curve/curves.fixture';
import { controlPointsOf, homogeneous } from '../curve/curve';
import { periodicCurve } from '../knots/period';
import { weightsOf, withWeights } from './weights';

describe('weights', () => {
  it('set weights and keep places', () => {
    const weighted = withWeights(SPOUT, [1, 2, 3, 0.5, 1, 4]);
    expect([...weightsOf(weighted)]).toEqual([1, 2, 3, 0.5, 1, 4]);
    expect([...controlPointsOf(weighted)]).toEqual([...controlPointsOf(SPOUT)]);
    expect(() => withWeights(SPOUT, [1])).toThrow('6 weights are needed, not 1');
    expect(() => withWeights(SPOUT, [1, 1, 0, 1, 1, 1])).toThrow('weights[2]: a weight above 0 is needed, not 0');
    const ring = periodicCurve(2, homogeneous([9, 0, 0, 0, 9, 0, -9, 0, 0]));
    expect([...weightsOf(checked(withWeights(ring, [1, 2, 3])))]).toEqual([1, 2, 3]);
  });
});
