import {
  distance,
  evaluate,
  FRONT,
  lineBetween,
  makeCurve,
  normalOf,
  type Plane,
  type Vector3,
} from '@pencil-bend/core';
import { awayFromRay, closestUnder, footOn, imageOn, rayThrough, rayUnder } from './sight';
import { toPixel, type Viewport } from './viewport';

const viewport: Viewport = { plane: FRONT, x: 12, y: -7, scale: 0.25, width: 800, height: 500 };
const SIDE: Plane = { origin: [5, 0, 0], x: [0, 0, -1], y: [0, 1, 0] };

describe('a line of sight', () => {
  it('looks along the normal of its plane: what lies on the ray under a pixel is seen there', () => {
    const { from, direction } = rayUnder(viewport, [404, 246]);
    expect([from, direction.map((x) => x + 0)]).toEqual([[13, -6, 0], [0, 0, -1]]); // prettier-ignore
    expect(toPixel(viewport, [from[0], from[1], from[2] - 30])).toEqual([404, 246]);
  });

  it('is as far from a point as the two are apart on the screen', () => {
    const side: Viewport = { ...viewport, plane: SIDE };
    const [a, b]: Vector3[] = [[30, -5, 2], [-40, 3, -7]]; // prettier-ignore
    const [p, q] = [toPixel(side, a), toPixel(side, b)];
    expect(awayFromRay(rayThrough(side, a), b)).toBeCloseTo(Math.hypot(p[0] - q[0], p[1] - q[1]) * side.scale, 10);
  });
});

describe('a curve as it is seen', () => {
  it('is itself where it lies in the plane, else its exact image, made once', () => {
    const flat = lineBetween([0, 1, 0], [9, 4, 0]);
    expect(imageOn(FRONT, flat)).toBe(flat);
    const image = imageOn(SIDE, flat);
    expect(imageOn(SIDE, flat)).toBe(image);
    for (const u of [0, 0.3, 1])
      expect(distance(evaluate(image, u), footOn(SIDE, evaluate(flat, u)))).toBeLessThan(1e-12);
  });

  it('is met where it passes under the pointer, not where it comes nearest in space', () => {
    // Rises towards the eye: near the pointer's plane it has long passed the pointer.
    const rising = makeCurve(1, Float64Array.of(0, 0, 1, 1), Float64Array.of(0, 0, 0, 1, 100, 0, 300, 1));
    const { u, at } = closestUnder(FRONT, rising, [60, 0, 0]);
    expect([u, ...at]).toEqual([expect.closeTo(0.6, 9), expect.closeTo(60, 9), 0, expect.closeTo(180, 9)]);
    expect(Math.abs(normalOf(FRONT)[2])).toBe(1);
  });
});
