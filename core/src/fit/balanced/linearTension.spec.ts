import type { Vector3 } from '../../linear/vector';
import { arcLength } from '../../measure/arcLength';
import { smallestRadius } from '../../measure/extrema';
import { parametersOf } from '../parameters';
import { ARCH, around, distanceFromPolyline, polylineLength, ZIG_ZAG } from '../strokes.fixture';
import { throughPoints } from '../through/throughPoints';
import { valueOf } from '../../curve/curves.fixture';
import { movedCurve } from '../../energy/motion';
import { apartBy, missOf } from './laws.fixture';
import { inLinearTension, linearTension } from './linearTension';
import { throughSpace } from './throughSpace';

const UP: Vector3 = [0, 0, 1];

describe('linear tension', () => {
  // The figures of check FI.
  it.each([
    [6, 7.2, 1.038, 0.09, 0.12],
    [20, 2.4, 1.014, 0.06, 1],
  ])('of %d on the zig-zag strays, lengthens and pinches as found', (tension, strays, ratio, radius, apart) => {
    const space = throughSpace(ZIG_ZAG, parametersOf(ZIG_ZAG, false, 'chord'), {
      degree: 3,
      spans: 6,
      nodes: 4,
      closed: false,
      normal: UP,
    });
    const curve = movedCurve(space.curve, space.columns, space.axes, inLinearTension(space, tension));
    expect(distanceFromPolyline(curve, ZIG_ZAG)).toBeCloseTo(strays, 1);
    expect(arcLength(curve).total / polylineLength(ZIG_ZAG)).toBeCloseTo(ratio, 3);
    expect(smallestRadius(curve, UP)?.radius).toBeCloseTo(radius, 2);
    // The quicker one of the preview, with fewer spans: next to the lines it cannot turn as tightly.
    expect(apartBy(curve, linearTension(ZIG_ZAG, { tension, normal: UP }))).toBeLessThan(apart);
  });

  it('of 0 is the natural cubic, open and closed, in the plane and in space', () => {
    for (const [points, closed, normal] of [
      [ARCH, false, UP],
      [ARCH, true, UP],
      [around(9, 30, 4, 7), false, null],
    ] as const) {
      const natural = valueOf(throughPoints(points, { closed, parameterisation: 'chord' }));
      expect(apartBy(natural.curve, linearTension(points, { tension: 0, closed, normal }))).toBeLessThan(1e-9);
    }
  });

  it('passes through its points', () => {
    for (const closed of [false, true]) {
      const curve = linearTension(ZIG_ZAG, { normal: UP, closed });
      expect(missOf(ZIG_ZAG, curve, parametersOf(ZIG_ZAG, closed, 'chord'))).toBeLessThan(1e-11);
    }
  });

  it('refuses a tension that is none', () => {
    expect(() => linearTension(ARCH, { tension: -1 })).toThrow('tension: a number from 0 to 20 is needed, not -1');
    expect(() => linearTension(ARCH, { tension: NaN })).toThrow('tension');
  });
});
