import fc from 'fast-check';
import { anyCurve, apart, SAME } from '../curve/curves.fixture';
import { elevateDegree } from '../degree/elevateDegree';
import { raisedFrom } from './raisedFrom';

describe('what a curve was raised from', () => {
  it('has its knots and its shape', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 20 }), (curve) => {
        const low = raisedFrom(elevateDegree(curve, 1));
        expect(low && [...low.knots]).toEqual([...curve.knots]);
        expect(low && apart(low, curve)).toBeLessThan(SAME);
      }),
    );
  });
});
