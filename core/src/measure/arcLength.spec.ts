import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { homogeneous, makeCurve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { evaluate } from '../curve/evaluate';
import { distance } from '../linear/vector';
import { arcLength, atEqualLengths, lengthAt, parameterAt } from './arcLength';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { withWeights } from '../shape/weights';
import { circle, parabola, uneven } from './shapes.fixture';

const coordinate = fc.double({ min: -100, max: 100, noNaN: true });
const cubic = fc
  .array(coordinate, { minLength: 12, maxLength: 12 })
  .map((points) => makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous(points)));

describe('arcLength', () => {
  it('measures a circle and a parabola as their closed forms do', () => {
    expect(Math.abs(arcLength(circle(25)).total - 50 * Math.PI)).toBeLessThan(1e-9);
    // The parabola y = x² from -a to a: a√(1+4a²) + asinh(2a)/2 (Bronstein, Taschenbuch der Mathematik; from memory).
    const a = 3;
    const closed = a * Math.sqrt(1 + 4 * a * a) + Math.asinh(2 * a) / 2;
    expect(Math.abs(arcLength(parabola(a)).total - closed)).toBeLessThan(1e-9);
  });

  it('measures the uneven cubic of check LU', () => {
    expect(arcLength(uneven).total).toBeCloseTo(192.12007, 5);
  });

  it('agrees with a Bézier library, near-cusps included', () => {
    fc.assert(
      fc.property(cubic, (curve) => {
        const p = curve.points;
        const witness = new Bezier([0, 1, 2, 3].map((i) => ({ x: p[4 * i], y: p[4 * i + 1], z: p[4 * i + 2] })));
        // The witness uses one rule of 24 points, which is rough where the speed nearly vanishes: hence in pieces.
        let length = 0;
        let slowest = Infinity;
        for (let i = 0; i < 16; i++) length += witness.split(i / 16, (i + 1) / 16).length();
        for (let i = 0; i <= 200; i++) {
          const d = derivatives(curve, i / 200, 1);
          slowest = Math.min(slowest, Math.hypot(d[3], d[4], d[5]));
        }
        expect(Math.abs(arcLength(curve).total - length)).toBeLessThan(slowest > 10 ? 1e-5 : 0.05);
      }),
    );
  });

  it('agrees with a NURBS library on rational curves', () => {
    const weighted = withWeights(uneven, [1, 2, 0.7, 1, 3, 1, 1, 0.5, 1, 1]);
    expect(arcLength(weighted).total).toBeCloseTo(verb.Analyze.rationalCurveArcLength(toVerb(weighted)), 6);
  });

  it('goes from parameter to length and back', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0, max: 1, noNaN: true }), (curve, t) => {
        const measured = arcLength(curve);
        const wanted = Math.min(measured.total, t * measured.total);
        const u = parameterAt(measured, wanted);
        expect(Math.abs(lengthAt(measured, u) - wanted)).toBeLessThan(1e-8);
      }),
    );
    const measured = arcLength(uneven);
    expect(parameterAt(measured, 0)).toBe(0);
    expect(parameterAt(measured, measured.total)).toBeCloseTo(7, 12);
    expect(lengthAt(measured, 7)).toBeCloseTo(measured.total, 9);
    expect(() => parameterAt(measured, -1)).toThrow("length -1 lies outside the curve's");
    expect(() => lengthAt(measured, 7.1)).toThrow(RangeError);
  });

  it('ends on degenerate input', () => {
    const still = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous(new Float64Array(9).fill(4)));
    expect(arcLength(still).total).toBe(0);
    expect(parameterAt(arcLength(still), 0)).toBe(0);
    const backAndForth = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([0, 0, 0, 10, 0, 0, 0, 0, 0]));
    expect(arcLength(backAndForth).total).toBeCloseTo(10, 9);
  });
});

describe('equal lengths', () => {
  it('part a curve', () => {
    const measured = arcLength(uneven);
    const places = atEqualLengths(measured, 7);
    places.forEach((u, i) => expect(lengthAt(measured, u)).toBeCloseTo((measured.total * i) / 6, 9));
    const around = atEqualLengths(arcLength(circle(5)), 6);
    const hexagon = [...around].map((u) => evaluate(circle(5), u));
    hexagon.forEach((corner, i) => expect(distance(corner, hexagon[(i + 1) % 6])).toBeCloseTo(5, 9));
    expect(() => atEqualLengths(measured, 1)).toThrow('at least 2 places');
  });
});
