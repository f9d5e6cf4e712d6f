import fc from 'fast-check';
import { parameterAtShare, bezier, valueOf, anyCurve } from '../curve/curves.fixture';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { circle, ellipse } from '../exact/arc';
import { conic } from '../exact/conic';
import { polyline } from '../exact/polyline';
import { distance } from '../linear/vector';
import { arcLength } from '../measure/arcLength';
import { closestPoint } from '../measure/closestPoint';
import { boundingBox } from '../measure/extent';
import { kinksOf } from '../measure/kinks';
import { FRONT, type Plane } from '../plane/plane';
import { fromAxesOf } from '../measure/flatten';
import { scaling, transform } from '../edit/transform';
import { arcsAndLines } from './arcsAndLines';
import { segmentsToCurve } from './segmentsToCurve';

const TILTED: Plane = { origin: [5, -3, 40], x: [0.6, 0, 0.8], y: [0, 1, 0] };

describe('arcs and lines', () => {
  // The prototype's counts at 0.1, 0.01 and 0.001 mm, for cubics scaled to a length of 100 mm.
  it.each([
    [bezier([0, 0], [35, 0], [70, 25], [85, 55]), [6, 10, 16]],
    [bezier([0, 0], [30, 40], [60, 40], [90, 0]), [8, 14, 26]],
    [bezier([0, 0], [40, 35], [50, -35], [90, 0]), [10, 22, 40]],
    [bezier([0, 0], [33, 6], [66, 6], [99, 0]), [2, 4, 6]],
  ])('are no more than known for cubic %#, and within the tolerance', (cubic, counts) => {
    const curve = transform(cubic, scaling(100 / arcLength(cubic).total));
    [0.1, 0.01, 0.001].forEach((tolerance, i) => {
      const found = valueOf(arcsAndLines(curve, tolerance));
      expect(found.arcs + found.lines).toBeLessThanOrEqual(counts[i]);
      // An arc spans some (324 tol/κ')^(1/3): far fewer would be a mistake.
      expect(found.arcs).toBeGreaterThanOrEqual(counts[i] / 2);
      expect(found.bound).toBeLessThanOrEqual(tolerance);
      expectNear(curve, segmentsToCurve(found.segments, found.plane), found.bound);
      expect(kinksOf(segmentsToCurve(found.segments, found.plane), 1e-3)).toEqual([]);
    });
  });

  it('keep exact arcs and lines as they are', () => {
    const profile = valueOf(polyline([0, 0, 0], [
      { kind: 'line', to: [40, 0, 0] },
      { kind: 'arc-on', to: [60, 20, 0] },
      { kind: 'line', to: [60, 50, 0] },
      { kind: 'line', to: [90, 70, 0] },
    ])); // prettier-ignore
    const { segments, bound, smallestRadius, arcs, lines } = valueOf(arcsAndLines(profile, 0.01));
    expect(segments.map(({ kind }) => kind)).toEqual(['line', 'arc', 'line', 'line']);
    expect([arcs, lines]).toEqual([1, 3]);
    expect(smallestRadius).toBeCloseTo(20, 12);
    expect(bound).toBeLessThan(1e-12);
    expect(segments[1]).toMatchObject({ centre: [expect.closeTo(40, 9), expect.closeTo(20, 9), expect.closeTo(0, 9)] });
    const rim = valueOf(arcsAndLines(circle(TILTED, [5, -3, 40], 25), 0.01));
    expect(rim.segments).toHaveLength(1);
    expect(rim.segments[0]).toMatchObject({
      kind: 'arc',
      radius: expect.closeTo(25, 9),
      turn: expect.closeTo(2 * Math.PI, 9),
    });
    expect(arcLength(segmentsToCurve(rim.segments, rim.plane)).total).toBeCloseTo(50 * Math.PI, 8);
  });

  it('of rational curves are proven too: an ellipse, a conic', () => {
    for (const curve of [ellipse(FRONT, [0, 0, 0], 60, 35), conic([0, 0, 0], [40, 50, 0], [80, 0, 0], 0.7)]) {
      const found = valueOf(arcsAndLines(curve, 0.01));
      expect(found.bound).toBeLessThanOrEqual(0.01);
      expectNear(curve, segmentsToCurve(found.segments, found.plane), found.bound);
    }
    // The smallest radius of the ellipse is b²/a at the ends of the long axis.
    const { smallestRadius } = valueOf(arcsAndLines(ellipse(FRONT, [0, 0, 0], 60, 35), 0.001));
    expect(smallestRadius / (35 ** 2 / 60)).toBeCloseTo(1, 1);
  });

  it('lie in the plane of the curve, turn against its normal, and need one', () => {
    const curve = fromAxesOf(TILTED, bezier([0, 0], [30, 40], [60, 40], [90, 0]));
    const found = valueOf(arcsAndLines(curve, 0.01, TILTED));
    expect(found.plane).toBe(TILTED);
    // The bow bends to the right.
    for (const segment of found.segments) if (segment.kind === 'arc') expect(segment.turn).toBeLessThan(0);
    expectNear(curve, segmentsToCurve(found.segments, TILTED), found.bound);
    expect(arcsAndLines(curve, 0.01, FRONT)).toMatchObject({ failure: { kind: 'not-flat' } });
  });

  it('of any plane curve are within the bound they claim', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 5, degrees: [1, 5] }), (curve) => {
        const { least, largest } = boundingBox(curve);
        const size = distance(least, largest);
        const flat = transform(curve, { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 0], origin: [0, 0, 0] });
        const tolerance = 1e-2 * size + 1e-9;
        const made = arcsAndLines(flat, tolerance, FRONT);
        if (!made.ok) {
          expect(made.failure).toEqual({ kind: 'point' });
          expect(distance(boundingBox(flat).least, boundingBox(flat).largest)).toBeLessThan(1e-9 + 1e-12 * size);
          return;
        }
        const { segments, plane, bound } = made.value;
        expect(bound).toBeLessThanOrEqual(tolerance);
        expectNear(flat, segmentsToCurve(segments, plane), bound + 1e-9 * size, 60);
        for (const [i, { from }] of segments.entries()) {
          if (i > 0) expect(distance(from, segments[i - 1].to)).toBeLessThanOrEqual(1e-9 * size);
        }
      }),
      { numRuns: 25 },
    );
  });

  it('change their direction where the curve does and nowhere else', () => {
    const found = valueOf(arcsAndLines(bezier([0, 0], [40, 35], [50, -35], [90, 0]), 0.01));
    const turns = found.segments.flatMap((segment) => (segment.kind === 'arc' ? [Math.sign(segment.turn)] : []));
    expect(turns.filter((turn, i) => i > 0 && turn !== turns[i - 1])).toHaveLength(1);
  });
});

/** How far apart places are, in mm, at parameters as near to each other as numbers far from 0 can be. */
function blurOf(curve: Curve): number {
  const [first, last] = domainOf(curve);
  const coarsest = Number.EPSILON * Math.max(Math.abs(first), Math.abs(last));
  const { least, largest } = boundingBox(curve);
  return (10 * curve.degree * distance(least, largest) * coarsest) / (last - first);
}

function expectNear(curve: Curve, other: Curve, bound: number, places = 300): void {
  bound += blurOf(curve) + blurOf(other);
  for (let i = 0; i <= places; i++) {
    expect(closestPoint(other, evaluate(curve, parameterAtShare(curve, i / places))).distance).toBeLessThanOrEqual(
      bound + 1e-9,
    );
    expect(closestPoint(curve, evaluate(other, parameterAtShare(other, i / places))).distance).toBeLessThanOrEqual(
      bound + 1e-9,
    );
  }
}
