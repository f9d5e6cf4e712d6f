import { distance, subtract, type Vector3, vectorAt, dot } from '../linear/vector';
import { valueOf } from '../curve/curves.fixture';
import { controlPointsOf, type Curve, homogeneous, makeCurve } from '../curve/curve';
import { reverse } from '../edit/reverse';
import { uniformKnots } from '../knots/uniformKnots';
import type { Contact, Level } from '../measure/jet';
import { measuredAtEnd } from './differences.fixture';
import { dragJoined, reachOfJoined } from './dragJoined';
import { joinEnds, startResponse } from './joinEnds';

const FREE = makeCurve(
  5,
  uniformKnots(5, 8),
  homogeneous([25, 0, 0, 26, 8, 0, 25, 16, 1, 20, 24, 1, 15, 30, 0, 8, 34, 0, 0, 36, 0, -9, 37, 0]),
);
const JET = {
  point: [25, 0, 0] as Vector3,
  tangent: [0, 1, 0] as Vector3,
  curvature: [-0.04, 0, 0] as Vector3,
  rate: [-1e-4, 0, 0.5e-4] as Vector3,
};
const contact = (level: Level): Contact => ({ jet: JET, level });
const JOINED = valueOf(joinEnds(FREE, { start: contact(3) }));
const place = (curve: Curve, i: number) => vectorAt(controlPointsOf(curve), i);
const near = (found: Vector3, wanted: readonly number[], digits = 6) =>
  found.forEach((x, c) => expect(x).toBeCloseTo(wanted[c], digits));

describe('a bound control point dragged', () => {
  it('check of the start: the joint itself, and how control points answer to derivatives', () => {
    expect(JOINED.start?.freedoms.a).toBeCloseTo(93.445349, 5);
    expect(JOINED.start?.freedoms.b).toBeCloseTo(-390.22666, 4);
    expect(JOINED.start?.freedoms.c).toBeCloseTo(4132.1907, 3);
    const [, first, second, thirds] = startResponse(FREE, 3);
    near([first[1], first[2], first[3]], [1 / 15, 1 / 5, 2 / 5], 13);
    near([second[1], second[2], second[3]], [0, 1 / 90, 11 / 180], 13);
    near([thirds[1], thirds[2], thirds[3]], [0, 0, 1 / 270], 13);
  });

  it('the second goes where it is put in the half-plane of tangent and curvature', () => {
    const { curve, freedoms } = dragJoined(JOINED.curve, 'start', contact(3), 2, [19.619096, 16.353218, 0.7]);
    expect(freedoms.a).toBeCloseTo(110.031965, 4);
    expect(freedoms.b).toBeCloseTo(-508.785736, 3);
    near(place(curve, 2), [19.619096, 16.353218, 0]);
  });

  it('the third goes there too, with the speed kept', () => {
    const { curve, freedoms } = dragJoined(JOINED.curve, 'start', contact(3), 3, [17.559426, 25, 0.151105]);
    expect(freedoms.b).toBeCloseTo(-342.070166, 4);
    expect(freedoms.c).toBeCloseTo(3607.608646, 3);
    near(place(curve, 3), [17.559426, 25, 0.151105], 5);
    expect(distance(place(curve, 1), place(JOINED.curve, 1))).toBeLessThan(1e-12);
  });

  it('the first slides along the tangent, and those after it move least', () => {
    const at = place(JOINED.curve, 1);
    const { curve, freedoms } = dragJoined(JOINED.curve, 'start', contact(3), 1, [at[0] + 5, at[1] + 3, at[2] - 2]);
    near(place(curve, 1), [25, at[1] + 3, 0]);
    expect(freedoms.b).toBeCloseTo(-705.1459, 3);
    expect(freedoms.c).toBeCloseTo(7408.5666, 2);
    near(place(curve, 2), [16.481282, 19.854115, 0], 5);
  });

  it('keeps the joint wherever it is dragged, at either end, and what is bound no more stays', () => {
    const pointers: Vector3[] = [[40, 3, 9], [10, 40, -8], [25, -30, 0], [26, 1, 1]]; // prettier-ignore
    for (const level of [1, 2, 3] as const) {
      const { curve: joined } = valueOf(joinEnds(FREE, { start: contact(level) }));
      for (let index = 1; index <= level; index++) {
        for (const pointer of pointers) {
          const { curve } = dragJoined(joined, 'start', contact(level), index, pointer);
          const found = measuredAtEnd(curve, 'start');
          expect(distance(found.tangent, JET.tangent)).toBeLessThan(1e-11);
          if (level >= 2) expect(distance(found.curvature, JET.curvature)).toBeLessThan(1e-10);
          if (level >= 3) expect(distance(found.rate, JET.rate)).toBeLessThan(1e-10);
          for (let i = level + 1; i < 8; i++) expect(place(curve, i)).toEqual(place(joined, i));
          const backwards = dragJoined(reverse(joined), 'end', contact(level), index, pointer).curve;
          reverse(backwards).points.forEach((x, i) => expect(x).toBeCloseTo(curve.points[i], 9));
          // What is shown is where it goes.
          const reach = reachOfJoined(JET, level, index);
          const off = subtract(place(curve, index), reach.origin);
          expect(dot(off, reach.direction) > 0 || index > 1).toBe(true);
          if (index <= 2) expect(Math.abs(off[2])).toBeLessThan(1e-12);
          if (index === 1) expect(Math.abs(off[0])).toBeLessThan(1e-12);
        }
      }
    }
  });

  it('solving again after the release moves next to nothing', () => {
    const { curve } = dragJoined(JOINED.curve, 'start', contact(3), 2, [18, 19, 0]);
    const again = valueOf(joinEnds(curve, { start: contact(3) }));
    expect(again.start?.moved).toBeLessThan(1e-10);
  });

  it('against a straight leader, or with the speed kept, the second moves along the tangent', () => {
    const straight: Contact = { jet: { ...JET, curvature: [0, 0, 0], rate: [0, 0, 0] }, level: 2 };
    const { curve: joined } = valueOf(joinEnds(FREE, { start: straight }));
    const line = dragJoined(joined, 'start', straight, 2, [10, 18, 3]);
    near(place(line.curve, 2), [25, 18, 0], 9);
    expect(reachOfJoined(straight.jet, 2, 2).side).toBeNull();
    const kept = dragJoined(JOINED.curve, 'start', contact(3), 2, [10, 18, 3], true);
    expect(kept.freedoms.a).toBeCloseTo(JOINED.start?.freedoms.a ?? 0, 9);
    expect(place(kept.curve, 2)[1]).toBeCloseTo(18, 9);
  });

  it('is refused for a point that is not bound', () => {
    expect(() => dragJoined(JOINED.curve, 'start', contact(2), 3, [0, 0, 0])).toThrow(
      'index: a whole number from 1 to 2',
    );
  });
});
