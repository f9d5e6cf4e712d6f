import fc from 'fast-check';
import { anyCurve } from './curves.fixture';
import { packCurve, unpackCurve } from './packed';

it('a packed curve is the same again, in an array of its own', () => {
  fc.assert(
    fc.property(anyCurve({ closing: 'either' }), (curve) => {
      const packed = packCurve(curve);
      expect(packed.buffer.byteLength).toBe(packed.byteLength);
      expect(unpackCurve(packed)).toEqual({
        ...curve,
        knots: Float64Array.from(curve.knots),
        points: Float64Array.from(curve.points),
      });
    }),
  );
});
