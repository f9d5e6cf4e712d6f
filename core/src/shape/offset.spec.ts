import { parameterAtShare, bezier, valueOf } from '../curve/curves.fixture';
import { type Curve, domainOf } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { circle, ellipse } from '../exact/arc';
import { conic, parabola } from '../exact/conic';
import { polyline, rectangle, regularPolygon } from '../exact/polyline';
import { reparameterise } from '../knots/reparameterise';
import { open } from '../ends/close';
import { randomNumbers } from '../linear/random.fixture';
import { throughPoints } from '../fit/through/throughPoints';
import { distance } from '../linear/vector';
import { arcLength } from '../measure/arcLength';
import { enclosedArea } from '../measure/area';
import { closestPoint } from '../measure/closestPoint';
import { selfCrossings } from '../measure/crossings';
import { fromAxesOf } from '../measure/flatten';
import { leftBy } from '../measure/side';
import { FRONT, type Plane } from '../plane/plane';
import { offset } from './offset';

const TILTED: Plane = { origin: [5, -3, 40], x: [0.6, 0, 0.8], y: [0, 1, 0] };
const SPOUT = bezier([0, 0], [40, 35], [50, -35], [90, 0]);
const TOLERANCE = 0.01;

/** Every place of the offset lies at the distance, and every place of the original that is near enough has one. */
function expectAtDistance(original: Curve, curves: readonly Curve[], by: number, tolerance = TOLERANCE): void {
  for (const curve of curves) {
    for (let i = 0; i <= 300; i++) {
      const off = closestPoint(original, evaluate(curve, parameterAtShare(curve, i / 300))).distance;
      expect(Math.abs(off - Math.abs(by))).toBeLessThanOrEqual(tolerance);
    }
  }
}

describe('an offset', () => {
  it('of a circle is a circle, of a line a line, exactly; positive is left', () => {
    const rim = circle(FRONT, [3, 4, 0], 25);
    for (const by of [5, -5, 24.9]) {
      const { curves, error, lost } = valueOf(offset(rim, by, TOLERANCE, FRONT));
      expect(curves).toHaveLength(1);
      expect(arcLength(curves[0]).total).toBeCloseTo(2 * Math.PI * (25 - by), 9);
      expect(error).toBeLessThan(1e-12);
      expect(lost).toEqual([]);
    }
    const line = valueOf(polyline([0, 0, 0], [{ kind: 'line', to: [30, 0, 0] }]));
    expect(evaluate(valueOf(offset(line, 2, TOLERANCE, FRONT)).curves[0], 0)).toEqual([0, 2, 0]);
  });

  it.each([
    ['an ellipse, inside and out', ellipse(FRONT, [0, 0, 0], 60, 35), [10, -10, 20]],
    ['a curve with an inflection', SPOUT, [3, -3, 10, -10]],
    ['a conic', conic([0, 0, 0], [40, 50, 0], [80, 0, 0], 0.7), [4, -4]],
  ] as const)('of %s keeps its distance, and says how well', (_, curve, distances) => {
    for (const by of distances) {
      const { curves, error, lost } = valueOf(offset(curve, by, TOLERANCE, FRONT));
      expect(curves).toHaveLength(1);
      expect(lost).toEqual([]);
      expect(error).toBeLessThanOrEqual(TOLERANCE);
      expectAtDistance(curve, curves, by);
      for (let i = 1; i < 50; i++) {
        const place = evaluate(curves[0], parameterAtShare(curves[0], i / 50));
        expect(leftBy(curve, place, [0, 0, 1])).toBeCloseTo(by, 1);
      }
    }
  });

  it("of an ellipse encloses what Steiner's formula says: A + L d + π d²", () => {
    const curve = ellipse(FRONT, [0, 0, 0], 60, 35);
    const { curves } = valueOf(offset(curve, -10, 1e-3, FRONT));
    const { area } = valueOf(enclosedArea(curves[0], FRONT));
    expect(area).toBeCloseTo(Math.PI * 60 * 35 + arcLength(curve).total * 10 + Math.PI * 100, 0);
  });

  it('beyond a centre of curvature loses its loop, and says where', () => {
    // The parabola of focal length 5 has its smallest radius, 10, at the vertex: from there on the offset has a swallowtail.
    const curve = parabola(FRONT, [0, 0, 0], 5, -30, 30);
    expect(valueOf(offset(curve, 9, TOLERANCE, FRONT)).lost).toEqual([]);
    const { curves, lost, error } = valueOf(offset(curve, 20, TOLERANCE, FRONT));
    expect(lost).toHaveLength(1);
    const [[from, to]] = lost;
    // Where normals of both sides meet on the axis: x² = (20² − 10²) for y = x²/20, by distance 20 from (x, y).
    const [left, right] = [evaluate(curve, from), evaluate(curve, to)];
    expect(right[0]).toBeCloseTo(Math.sqrt(300), 1);
    expect(left[0]).toBeCloseTo(-Math.sqrt(300), 1);
    expect(error).toBeLessThanOrEqual(TOLERANCE);
    expectAtDistance(curve, curves, 20);
    expect(curves).toHaveLength(1);
    expect(selfCrossings(curves[0], 1e-3).filter((found) => found.kind === 'point' && !found.touching)).toEqual([]);
  });

  it('of an S so far that one bend closes keeps its distance from the ends too', () => {
    const { curves, lost } = valueOf(offset(SPOUT, 40, TOLERANCE, FRONT));
    expectAtDistance(SPOUT, curves, 40);
    expect(lost.length).toBeGreaterThan(0);
  });

  it('of an open curve is open, also where its ends meet', () => {
    const { curves } = valueOf(offset(open(circle(FRONT, [3, 4, 0], 25)), -5, TOLERANCE, FRONT));
    expect(curves.map(({ closing }) => closing)).toEqual(['open']);
    expect(arcLength(curves[0]).total).toBeCloseTo(60 * Math.PI, 9);
  });

  it('inside of a rectangle is the smaller one; outside its corners are round or sharp', () => {
    const frame = rectangle(FRONT, [0, 0, 0], 40, 30);
    const length = (by: number, corners?: 'round' | 'sharp') => {
      const { curves } = valueOf(offset(frame, by, TOLERANCE, FRONT, { corners }));
      expect(curves).toHaveLength(1);
      expect(curves[0].closing).not.toBe('open');
      return arcLength(curves[0]).total;
    };
    expect(length(5)).toBeCloseTo(100, 9);
    expect(length(-5)).toBeCloseTo(140 + 10 * Math.PI, 9);
    expect(length(-5, 'sharp')).toBeCloseTo(180, 9);
    // A corner of 60° lies d / tan 30° further along both its sides.
    const triangle = regularPolygon(FRONT, [0, 0, 0], 3, 20);
    const side = arcLength(triangle).total / 3;
    const [outer] = valueOf(offset(triangle, -4, TOLERANCE, FRONT, { corners: 'sharp' })).curves;
    expect(arcLength(outer).total).toBeCloseTo(3 * (side + 2 * 4 * Math.sqrt(3)), 9);
    expect(offset(frame, 16, TOLERANCE, FRONT)).toMatchObject({ failure: { kind: 'vanished', distance: 16 } });
  });

  it('inside of a dumbbell falls into two', () => {
    const half = (side: 1 | -1) =>
      [
        { kind: 'line', to: [side * 10, -side * 4, 0] },
        { kind: 'arc-through', through: [side * 45, 0, 0], to: [side * 10, side * 4, 0] },
      ] as const;
    const dumbbell = valueOf(polyline([-10, -4, 0], [...half(1), { kind: 'line', to: [-10, 4, 0] }, { kind: 'arc-through', through: [-45, 0, 0], to: [-10, -4, 0] }])); // prettier-ignore
    const { curves } = valueOf(offset(dumbbell, 6, TOLERANCE, FRONT));
    expect(curves).toHaveLength(2);
    expectAtDistance(dumbbell, curves, 6);
  });

  it('of any plane spline, crossing itself or not, is all that lies at the distance and nothing else', () => {
    const random = randomNumbers(5);
    for (let run = 0; run < 5; run++) {
      const count = 4 + Math.floor(6 * random());
      const points = Float64Array.from({ length: 3 * count }, (_, i) => (i % 3 === 2 ? 0 : 100 * random()));
      const curve = valueOf(throughPoints(points, { closed: run % 3 === 0, degree: 2 + (run % 3), kinks: run % 4 === 0 ? [2] : [] })).curve; // prettier-ignore
      const by = (run % 2 === 0 ? -1 : 1) * (1 + 20 * random());
      const made = offset(curve, by, TOLERANCE, FRONT);
      const curves = made.ok ? made.value.curves : [];
      expectAtDistance(curve, curves, by, 1.5 * TOLERANCE);
      for (let i = 0; i < 150; i++) {
        const d = derivatives(curve, parameterAtShare(curve, (i + 0.5) / 150), 1);
        const speed = Math.hypot(d[3], d[4]);
        const place = [d[0] - (by * d[4]) / speed, d[1] + (by * d[3]) / speed, 0] as const;
        // Only where nothing of the original lies nearer.
        if (closestPoint(curve, place).distance < Math.abs(by) - 1e-9) continue;
        const nearest = Math.min(...curves.map((one) => closestPoint(one, place).distance));
        expect(nearest).toBeLessThan(3 * TOLERANCE);
      }
    }
  });

  it('names every stretch of the original that it cuts away, at self-crossings both', () => {
    const random = randomNumbers(11);
    let [named, kept] = [0, 0];
    for (let run = 0; run < 4; run++) {
      const count = 5 + Math.floor(6 * random());
      const points = Float64Array.from({ length: 3 * count }, (_, i) => (i % 3 === 2 ? 0 : 100 * random()));
      const curve = valueOf(throughPoints(points, { closed: run % 3 === 0 })).curve;
      const by = (run % 2 === 0 ? -1 : 1) * (2 + 15 * random());
      const made = offset(curve, by, TOLERANCE, FRONT);
      if (!made.ok) continue;
      const [first, last] = domainOf(curve);
      // Beside a centre of curvature the offset hardly moves, and a place on it tells its parameter but roughly.
      const slack = 0.02 * (last - first);
      for (let i = 0; i < 200; i++) {
        const u = parameterAtShare(curve, (i + 0.5) / 200);
        const d = derivatives(curve, u, 1);
        const speed = Math.hypot(d[3], d[4]);
        const place = [d[0] - (by * d[4]) / speed, d[1] + (by * d[3]) / speed, 0] as const;
        const nearer = Math.abs(by) - closestPoint(curve, place).distance;
        const isLost = (by: number) => made.value.lost.some(([from, to]) => u >= from - by && u <= to + by);
        if (nearer > 10 * TOLERANCE) {
          expect(isLost(slack)).toBe(true);
          named++;
        } else if (nearer < TOLERANCE / 2) {
          expect(isLost(-slack)).toBe(false);
          kept++;
        }
      }
    }
    expect(Math.min(named, kept)).toBeGreaterThan(60);
  });

  it('does not depend on the range of the parameters, at a standstill and where it crosses itself either', () => {
    const stands = bezier([0, 0], [0, 0], [30, 40], [60, 0]);
    const crosses = bezier([0, 0], [10, 40], [20, 40], [30, 0]);
    for (const [curve, by] of [
      [stands, 4],
      [crosses, -12],
    ] as const) {
      const { curves, lost } = valueOf(offset(curve, by, TOLERANCE, FRONT));
      for (const domain of [1e-6, 1e6]) {
        const same = valueOf(offset(reparameterise(curve, 0, domain), by, TOLERANCE, FRONT));
        expect(same.curves.map((each) => arcLength(each).total)).toEqual(
          curves.map((each) => expect.closeTo(arcLength(each).total, 1)),
        );
        expectAtDistance(curve, same.curves, by);
        expect(same.lost.map(([from, to]) => [from / domain, to / domain])).toEqual(
          lost.map(([from, to]) => [expect.closeTo(from, 2), expect.closeTo(to, 2)]),
        );
      }
    }
  });

  it('works in any plane, and needs a curve that lies in it', () => {
    const curve = fromAxesOf(TILTED, SPOUT);
    const { curves } = valueOf(offset(curve, 3, TOLERANCE, TILTED));
    const flat = valueOf(offset(SPOUT, 3, TOLERANCE, FRONT)).curves[0];
    expect(distance(evaluate(curves[0], 0.4), evaluate(fromAxesOf(TILTED, flat), 0.4))).toBeLessThan(TOLERANCE);
    expect(offset(curve, 3, TOLERANCE, FRONT)).toMatchObject({ failure: { kind: 'not-flat' } });
    expect(valueOf(offset(curve, 0, TOLERANCE, TILTED)).curves[0]).toBe(curve);
  });
});
