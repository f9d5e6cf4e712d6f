import fc from 'fast-check';
import { anyCurve, apart, parameterAtShare, fraction, SAME, sizeOf, SPOUT } from '../curve/curves.fixture';
import { distance, type Vector3 } from '../linear/vector';
import { type Curve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { lineBetween } from '../exact/line';
import { FRONT, type Plane } from '../plane/plane';
import { endOf } from './join';
import { mirror, mirroring, rotation, scaling, transform, translation } from './transform';

describe('affine maps', () => {
  it('the map of the curve is the curve of the mapped points', () => {
    const map = { x: [0.9, 0.1, 0], y: [-0.4, 1.2, 0.3], z: [0, 0.5, 2], origin: [5, -7, 11] } as const;
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, (curve, share) => {
        const u = parameterAtShare(curve, share);
        const [x, y, z] = evaluate(curve, u);
        const image = [0, 1, 2].map((c) => map.x[c] * x + map.y[c] * y + map.z[c] * z + map.origin[c]) as [
          number,
          number,
          number,
        ];
        expect(distance(evaluate(transform(curve, map), u), image)).toBeLessThanOrEqual(1e-11 * (sizeOf(curve) + 11));
      }),
    );
  });

  it('turns, mirrors, moves and scales', () => {
    const near = (curve: Curve, expected: Vector3) =>
      expect(distance(endOf(curve, 'end'), expected)).toBeLessThan(1e-12);
    near(transform(SPOUT, rotation([0, 0, 2], Math.PI / 2, [95, 0, 0])), [35, 0, 0]);
    near(mirror(SPOUT, { origin: [10, 0, 0], x: [0, 1, 0], y: [0, 0, 1] }), [-75, 60, 0]);
    near(transform(SPOUT, translation([1, 2, 3])), [96, 62, 3]);
    near(transform(SPOUT, scaling(2, [95, 0, 0])), [95, 120, 0]);
    near(transform(SPOUT, scaling([3, 0.5, 2], [90, 50, -4])), [105, 55, 4]);
    // What they turn or mirror about stays.
    const fixed: Vector3 = [5, -6, 7];
    const from = lineBetween(fixed, [9, 9, 9]);
    const across: Plane = { origin: fixed, x: [0.6, 0, 0.8], y: [0, 1, 0] };
    for (const map of [rotation([1, 2, -3], 0.7, fixed), scaling([2, 3, 4], fixed), mirroring(across)])
      expect(distance(endOf(transform(from, map), 'start'), fixed)).toBeLessThan(1e-13);
    expect(() => rotation([0, 0, 0], 1)).toThrow('axis: a direction is needed, not 0, 0, 0');
    const twice = mirror(mirror(SPOUT, FRONT), FRONT);
    expect(apart(SPOUT, twice)).toBeLessThan(SAME);
  });
});
