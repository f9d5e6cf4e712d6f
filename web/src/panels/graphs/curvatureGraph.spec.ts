import { circle, curvatureProfile, FRONT, packVectors, throughPoints } from '@pencil-bend/core';
import { lengthAtX, graphFrame, xOf, yOf } from './curvatureGraph';

const fit = throughPoints(
  packVectors([
    [0, 0, 0],
    [40, 30, 0],
    [90, 0, 0],
  ]),
);
if (!fit.ok) throw new Error(fit.failure.kind);
const profile = curvatureProfile(fit.value.curve, { normal: [0, 0, 1] });
const frame = graphFrame(profile, [], 800, 150);

describe('the graph', () => {
  it('goes from length to pixel and back, and stays on the curve beyond its ends', () => {
    for (const share of [0, 0.3, 1]) {
      expect(lengthAtX(frame, xOf(frame, share * profile.length))).toBeCloseTo(share * profile.length, 9);
    }
    expect(lengthAtX(frame, -50)).toBe(0);
    expect(lengthAtX(frame, 5000)).toBe(profile.length);
  });

  it('shows the largest curvature within a round axis, upwards for the plus sign', () => {
    const largest = Math.max(...profile.kappa.map(Math.abs));
    expect(frame.most).toBeGreaterThanOrEqual(largest);
    expect(frame.most).toBeLessThanOrEqual(2 * largest);
    expect(yOf(frame, frame.most)).toBeLessThan(yOf(frame, 0));
    // In inches the axis is round in inches.
    expect([1, 2, 3, 5, 8]).toContain(
      Number(String(Number((graphFrame(profile, [], 800, 150, 25.4).most * 25.4).toPrecision(6))).replace(/[.0]/g, '')),
    );
  });

  it('has room for all curves that are laid over each other', () => {
    const small = curvatureProfile(circle(FRONT, [0, 0, 0], 4), { normal: [0, 0, 1] });
    const both = graphFrame(profile, [{ profile: small, colour: '', offset: 0 }], 800, 150);
    expect([both.from, both.length]).toEqual([0, profile.length]);
    expect(both.most).toBeGreaterThanOrEqual(0.25);
  });

  it('reaches over what comes before and after the curve, and the cursor stays on the curve', () => {
    const other = { profile, colour: '', offset: -profile.length };
    const before = graphFrame(profile, [other], 800, 150);
    expect([before.from, before.length]).toEqual([-profile.length, 2 * profile.length]);
    expect(xOf(before, 0)).toBeCloseTo((xOf(before, -profile.length) + xOf(before, profile.length)) / 2, 9);
    expect(lengthAtX(before, xOf(before, -10))).toBe(0);
    expect(lengthAtX(before, xOf(before, 12))).toBeCloseTo(12, 9);
    const after = graphFrame(profile, [{ ...other, offset: profile.length }], 800, 150);
    expect(lengthAtX(after, xOf(after, profile.length + 5))).toBe(profile.length);
  });
});
