import { circle, FRONT, lineBetween, packVectors, type Vector3 } from '@pencil-bend/core';
import { comparedWithCurve, comparedWithPoints, farthest } from './comparison';

const level = lineBetween([-50, 0, 0], [250, 0, 0]);
const slanted = lineBetween([0, -3, 0], [200, 1, 0]);

describe('a curve compared', () => {
  it('with another has its largest distance with the place, mean, share within, and what is beyond', () => {
    const found = comparedWithCurve(slanted, level, [0, 0, 1], 1, 100);
    expect(found.most).toEqual({ distance: 3, s: 0, at: [0, -3, 0] });
    expect(found.mean).toBeCloseTo(1.25, 9);
    expect(found.within).toBeCloseTo(0.5, 9);
    expect(found.beyond.map(({ start, end }) => [start, end])).toEqual([[0, expect.closeTo(100.02, 2)]]);
    // To the right of the other first, which has a sign of its own.
    expect([Math.sign(found.away[0]), Math.sign(found.away[found.away.length - 1])]).toEqual([-1, 1]);
  });

  it('has bars whose shares come to the whole length, as even as its distance is', () => {
    const { bins, widest } = comparedWithCurve(slanted, level, null, 1, 100);
    expect(widest).toBeCloseTo(3.6, 9);
    expect(bins.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);
    // Up to 0.9 mm on both sides of the crossing, from 1.2 to 3 mm on one: 0.3 mm is 7.5 % of the length.
    expect(bins.map((share) => Number((100 * share).toFixed(3)))).toEqual([15, 15, 15, 10, 7.5, 7.5, 7.5, 7.5, 7.5, 7.5, 0, 0]); // prettier-ignore
  });

  it('with points has each of them at its nearest place, in the order of the curve', () => {
    const at: Vector3[] = [[0, 30, 0], [24, 0, 0], [0, -25, 0], [-25.5, 0, 0]]; // prettier-ignore
    const found = comparedWithPoints(circle(FRONT, [0, 0, 0], 25), packVectors(at), 0.6);
    expect([...found.away].map((each) => Number(each.toFixed(9)))).toEqual([1, 5, 0.5, 0]);
    expect(found.s[1]).toBeCloseTo((25 * Math.PI) / 2, 6);
    expect(found.most).toEqual({ distance: 5, s: found.s[1], at: [0, 30, 0] });
    expect([found.mean, found.within]).toEqual([expect.closeTo(1.625, 9), 0.5]);
    expect(found.bins).toEqual(
      [0.25, 0.25, 0.25, 0, 0, 0, 0, 0, 0, 0, 0.25, 0].map((share) => expect.closeTo(share, 9)),
    );
  });

  it('with itself is nowhere off', () => {
    const found = comparedWithCurve(level, level, null, 0, 10);
    expect([found.most.distance, found.mean, found.within, found.widest]).toEqual([0, 0, 1, 0]);
    expect(found.beyond).toEqual([]);
  });
});

it('of many points the farthest of each run are drawn, so that none that stands out is left out', () => {
  const points = Float64Array.from({ length: 3000 }, (_, i) => [i / 30, 0.5, 0][i % 3]);
  points[3 * 617 + 1] = 9;
  const figures = comparedWithPoints(lineBetween([0, 0, 0], [100, 0, 0]), points, 1);
  const drawn = farthest(figures, 50);
  expect(drawn).toHaveLength(50);
  expect(drawn.map((i) => figures.away[i])).toContain(9);
  expect(farthest(figures, 5000)).toHaveLength(1000);
});
