import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { homogeneous, makeCurve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { evaluate } from '../curve/evaluate';
import { distance } from '../linear/vector';
import { arcLength, atEqualLengths, lengthAt, parameterAt } from './arcLength';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { withWeights } from '../edit/weights';
import { circle, parabola, uneven } from './shapes.fixture';

const coordinate = real(-100, 100);
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
      fc.property(cubic, real(0, 1), (curve, t) => {
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

  it('does not miss a cusp that no node comes near', () => {
    // Along the line y = x there and back: (u − d)² and u² − d² turn at different places; three terms, one cusp at d.
    const d = 0.009;
    const cusp = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([d * d, 0, 0, d * d - d, 0, 0, (1 - d) ** 2, 0, 0].map((x) => 100 * x))); // prettier-ignore
    expect(arcLength(cusp).total).toBeCloseTo(100 * (d * d + (1 - d) ** 2), 9);
    // The same cusp anywhere, and rounded off by a little: √(x² + h²) in closed form.
    fc.assert(
      fc.property(real(0, 1), fc.constantFrom(0, 1e-9, 1e-5, 1e-3, 0.1), (at, h) => {
        const turning = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([at * at, 0, 0, at * at - at, h, 0, (1 - at) ** 2, 2 * h, 0])); // prettier-ignore
        // r' = 2 (u − at, h).
        const to = (x: number) => x * Math.hypot(x, h) + (h > 0 ? h * h * Math.asinh(x / h) : 0);
        expect(Math.abs(arcLength(turning).total - (to(at) + to(1 - at)))).toBeLessThan(1e-9);
      }),
    );
  });

  it('does not miss what weights press into a tiny share of the parameters', () => {
    const straight = makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 100, 0, 0], [1e6, 1e-6]));
    const measured = arcLength(straight);
    expect(measured.total).toBeCloseTo(100, 9);
    // x = 100 w₁u / (w₀(1 − u) + w₁u) in closed form.
    for (const length of [1e-6, 20, 77]) {
      const u = (1e6 * length) / (1e6 * length + 1e-6 * (100 - length));
      expect(parameterAt(measured, length)).toBeCloseTo(u, 12);
      expect(Math.abs(lengthAt(measured, u) - length)).toBeLessThan(0.01);
    }
    const mild = arcLength(makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 100, 0, 0], [1, 1e-3])));
    for (const u of [0.1, 0.5, 0.99]) {
      expect(lengthAt(mild, u)).toBeCloseTo((100 * 1e-3 * u) / (1 - u + 1e-3 * u), 8);
    }
    // Out to (100, 0) and back, all of it within 1e-12 of the ends.
    const spike = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([0, 0, 0, 100, 0, 0, 0, 0, 0], [1e-6, 1e6, 1e-6]));
    expect(arcLength(spike).total).toBeCloseTo(200, 6);
    // A full circle's worth of arcs keeps its length whatever its parameter does (a Möbius change of it).
    const speed = 3e4;
    const quarter = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([25, 0, 0, 25, 25, 0, 0, 25, 0], [1, Math.SQRT1_2 * speed, speed ** 2])); // prettier-ignore
    expect(Math.abs(arcLength(quarter).total - 12.5 * Math.PI)).toBeLessThan(1e-8);
  });

  it('ends where rounding is all that is left', () => {
    const rough = makeCurve(
      2,
      [0, 0, 0, 1e-6, 1e-6, 1, 1, 1],
      homogeneous([0, 0, 0, -12, -20, 0, -44, -27, 0, -45, -27, 0, -46, -27, 0], [1, 1e-4, 1e8, 1e8, 1e8]),
    );
    const measured = arcLength(rough);
    expect(measured.parameters.length).toBeLessThan(1000);
    // Between the chords and the control polygon.
    expect(measured.total).toBeGreaterThan(Math.hypot(44, 27) + 2 - 1e-9);
    expect(measured.total).toBeLessThan(Math.hypot(12, 20) + Math.hypot(32, 7) + 2);
    expect(lengthAt(measured, 1)).toBe(measured.total);
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
    expect(() => atEqualLengths(measured, 1)).toThrow('2 to 100001 places');
  });
});
