import { homogeneous, lineBetween, makeCurve, type Vector3 } from '@pencil-bend/core';
import { continuityOfEnds } from '@pencil-bend/core/reading';
import { angleShown, curvatureShown, gapShown, levelShown, meetingInWords, rateShown, thresholdsOf } from './meeting';

/** Quintics that leave the origin to the right with y = c x² + d x³: curvature 2c and rate 6d there. */
const leaving = (c: number, d: number, [x, y]: readonly [number, number] = [0, 0]) => {
  // Bézier points of a function over 0 to 40: ordinates by blossoms of 1, x, x², x³.
  const ordinates = [0, 1, 2, 3, 4, 5].map(
    (i) => (40 ** 2 * c * i * (i - 1)) / 20 + (40 ** 3 * d * i * (i - 1) * (i - 2)) / 60,
  );
  const points = ordinates.flatMap((height, i): Vector3 => [x + 8 * i, y + height, 0]);
  return makeCurve(5, [0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1], homogeneous(points));
};
const before = makeCurve(5, [0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1], homogeneous(
  [...leaving(0.005, 0.0001).points].flatMap((_, i, all) => (i % 4 === 0 ? [-all[i], all[i + 1], 0] : [])),
)); // prettier-ignore
const met = (c: number, d: number, at: readonly [number, number] = [0, 0]) =>
  continuityOfEnds(before, 'start', leaving(c, d, at), 'start');

describe('a meeting in words', () => {
  // The mirror of y = 0.005 x² + 0.0001 x³ arrives with curvature 0.01 and rate −0.0006.
  it.each([
    ['G3', met(0.005, -0.0001), 'G3'],
    ['G2', met(0.005, 0.0001), 'G2: its rate differs by 200.0 %'],
    ['G1', met(0.004, -0.0001), 'G1: curvature differs by 20.0 % tighter before'],
    ['G1', met(0.008, -0.0001), 'G1: curvature differs by 37.5 % tighter after'],
    ['G1', met(-0.005, -0.0001), 'G1: curvature differs by 200.0 % turned'],
    ['gap', met(0.005, -0.0001, [0, 0.25]), 'a gap of 0.250 mm'],
  ])('says what keeps %s from the next level', (level, figures, words) => {
    expect(levelShown(figures)).toBe(level);
    expect(meetingInWords(figures, 'mm')).toBe(words);
  });

  it('names the angle of a corner', () => {
    const corner = continuityOfEnds(
      lineBetween([-10, 0, 0], [0, 0, 0]),
      'end',
      lineBetween([0, 0, 0], [10, 10, 0]),
      'start',
    );
    expect(levelShown(corner)).toBe('G0');
    expect(angleShown(corner)).toBe('45.00°');
    expect(meetingInWords(corner, 'mm')).toBe('G0: tangents differ by 45.00°');
    expect([gapShown(corner, 'mm'), curvatureShown(corner), rateShown(corner)]).toEqual(['0.000', '0 %', '0 %']);
  });

  it('is measured by the thresholds as people set them', () => {
    const just = { within: 0.1, gap: 0.001, angle: 0.05, curvature: 1, rate: 5 };
    const levelWith = (set: Partial<typeof just>) =>
      continuityOfEnds(before, 'start', leaving(0.004, -0.0001), 'start', thresholdsOf({ ...just, ...set })).level;
    expect(levelWith({})).toBe(1);
    // A fifth of the larger curvature is let pass; the rates agree.
    expect(levelWith({ curvature: 19.9 })).toBe(1);
    expect(levelWith({ curvature: 20.1 })).toBe(3);
  });
});
