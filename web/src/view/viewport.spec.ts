import { FRONT, type Vector3 } from '@pencil-bend/core';
import fc from 'fast-check';
import { broughtIn, type Viewport, fitted, panned, toPixel, toPoint, zoomed } from './viewport';

const viewport: Viewport = { plane: FRONT, x: 12, y: -7, scale: 0.25, width: 800, height: 500 };

describe('the camera', () => {
  it('goes from sheet to pixel and back, y upwards', () => {
    expect(toPixel(viewport, [12, -7, 0])).toEqual([400, 250]);
    expect(toPixel(viewport, [13, -6, 5])).toEqual([404, 246]);
    expect(toPoint(viewport, [404, 246])).toEqual([13, -6, 0]);
  });

  it('zooms about the pointer and pans with it', () => {
    const pixel = fc.tuple(fc.integer({ min: 0, max: 800 }), fc.integer({ min: 0, max: 500 }));
    fc.assert(
      fc.property(pixel, pixel, fc.double({ min: 0.1, max: 10, noNaN: true }), (a, b, factor) => {
        const held = toPoint(viewport, a);
        const near = toPixel(zoomed(viewport, a, factor), held);
        expect(Math.hypot(near[0] - a[0], near[1] - a[1])).toBeLessThan(1e-8);
        const moved = toPixel(panned(viewport, a, b), held);
        expect(Math.hypot(moved[0] - b[0], moved[1] - b[1])).toBeLessThan(1e-8);
      }),
    );
    expect(zoomed(viewport, [0, 0], 1e-20).scale).toBe(1e-5);
  });

  it('shows everything with a margin, one point and an empty sheet included', () => {
    const all = fitted(viewport, Float64Array.from([0, 0, 0, 1000, 100, 0]));
    const [left] = toPixel(all, [0, 0, 0]);
    const [right] = toPixel(all, [1000, 0, 0]);
    expect(left).toBeCloseTo(96, 6);
    expect(right).toBeCloseTo(704, 6);
    const tall = fitted(viewport, Float64Array.from([0, -1000, 0, 10, 0, 0]));
    expect(toPixel(tall, [0, 0, 0])[1]).toBeCloseTo(60, 6);
    expect(toPixel(tall, [0, -1000, 0])[1]).toBeCloseTo(440, 6);
    expect(fitted(viewport, Float64Array.from([5, 5, 0]))).toMatchObject({ x: 5, y: 5, scale: 0.1 });
    expect(fitted(viewport, new Float64Array()).scale).toBeGreaterThan(0);
  });
});

describe('a stretch that is brought into view', () => {
  const whole: Viewport = { plane: FRONT, x: 0, y: 0, scale: 1, width: 800, height: 600 };
  const shown = (points: readonly Vector3[], from = whole) => {
    const to = broughtIn(from, points);
    return { to, pixels: points.map((point) => toPixel(to, point)) };
  };

  it('leaves the view alone where it lies well inside and is large enough', () => {
    const { to } = shown([[-40, 0, 0], [60, 90, 0]]); // prettier-ignore
    expect(to).toEqual(whole);
  });

  it('moves no further than needed, and keeps the zoom', () => {
    const { to, pixels } = shown([[900, 0, 0], [1000, 20, 0]]); // prettier-ignore
    expect(to.scale).toBe(1);
    // The inner part of the sheet ends 120 pixels before its edge.
    expect(pixels[1][0]).toBeCloseTo(680, 9);
    expect(to.y).toBe(0);
  });

  it('goes nearer to what is tiny, and back from what is larger than the sheet', () => {
    const tiny = shown([[300, 200, 0], [301, 200, 0]]); // prettier-ignore
    expect(tiny.pixels[1][0] - tiny.pixels[0][0]).toBeCloseTo(48, 6);
    const large = shown([[-4000, 0, 0], [4000, 100, 0]]); // prettier-ignore
    expect(large.pixels[1][0] - large.pixels[0][0]).toBeCloseTo(0.7 * 600, 6);
    for (const [x, y] of large.pixels) expect(x > 0 && x < 800 && y > 0 && y < 600).toBe(true);
  });

  it('of a single place only moves', () => {
    const { to, pixels } = shown([[0, 5000, 0]]); // prettier-ignore
    expect(to.scale).toBe(1);
    expect(pixels[0][1]).toBeCloseTo(90, 6);
  });
});
