import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { anyCurve, parameterAtShare, bezier, fraction, sizeOf } from '../curve/curves.fixture';
import { type Vector3 } from '../linear/vector';
import { evaluate } from '../curve/evaluate';
import { ellipse } from '../exact/arc';
import { FRONT } from '../plane/plane';
import { boundingBox, extentAlong } from './extent';

describe('extents', () => {
  it('are tight: as a Bézier library finds them, and no control polygon', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -100, max: 100 }), { minLength: 8, maxLength: 8 }), (c) => {
        const witness = new Bezier(c).bbox();
        const { least, largest } = boundingBox(bezier([c[0], c[1]], [c[2], c[3]], [c[4], c[5]], [c[6], c[7]]));
        expect([least[0], largest[0], least[1], largest[1]]).toEqual(
          [witness.x.min, witness.x.max, witness.y.min, witness.y.max].map((v) => expect.closeTo(v, 9)),
        );
      }),
    );
    expect(boundingBox(ellipse(FRONT, [100, 0, 0], 30, 20))).toEqual({
      least: [expect.closeTo(70, 12), expect.closeTo(-20, 12), 0],
      largest: [expect.closeTo(130, 12), expect.closeTo(20, 12), 0],
    });
  });

  it('hold every place, and reach it', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, (curve, share) => {
        const direction: Vector3 = [0.48, -0.6, 0.64];
        const { least, largest, at: places } = extentAlong(curve, direction);
        const size = sizeOf(curve);
        const height = (u: number) => evaluate(curve, u).reduce((sum, c, k) => sum + c * direction[k], 0);
        expect(height(parameterAtShare(curve, share))).toBeLessThanOrEqual(largest + 1e-12 * size);
        expect(height(parameterAtShare(curve, share))).toBeGreaterThanOrEqual(least - 1e-12 * size);
        expect(Math.abs(height(places[1]) - largest)).toBeLessThanOrEqual(1e-11 * size);
      }),
    );
  });
});
