import { FRONT, throughPoints, type Vector3 } from '@pencil-bend/core';
import { fitPicture } from './fitPicture';

const BOX = { plane: FRONT, width: 112, height: 66, normal: [0, 0, 1] as Vector3 };
const points = Float64Array.of(0, 0, 0, 40, 30, 0, 90, 10, 0, 140, 0, 0);
const places = (path: string) =>
  [...path.matchAll(/[ML](-?[0-9.]+) (-?[0-9.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);

describe('a small picture of a fit', () => {
  it('has curve, comb and points within its box', () => {
    const fit = throughPoints(points);
    if (!fit.ok) throw new Error('no curve');
    const picture = fitPicture(fit.value.curve, points, BOX);
    expect(picture.points).toHaveLength(4);
    for (const [x, y] of [...picture.points, ...places(picture.curve)]) {
      expect(x).toBeGreaterThan(0);
      expect(x).toBeLessThan(112);
      expect(y).toBeGreaterThan(-10);
      expect(y).toBeLessThan(76);
    }
    // Up is up: the second point stands highest.
    expect(Math.min(...picture.points.map(([, y]) => y))).toBe(picture.points[1][1]);
    expect(places(picture.comb).length).toBeGreaterThan(90);
  });

  it('thins out what would only be a smear', () => {
    const many = Float64Array.from({ length: 3000 }, (_, i) => (i % 3 === 0 ? i / 3 : i % 3 === 1 ? Math.sin(i) : 0));
    const fit = throughPoints(points);
    if (!fit.ok) throw new Error('no curve');
    expect(fitPicture(fit.value.curve, many, BOX).points.length).toBeLessThanOrEqual(60);
  });
});
