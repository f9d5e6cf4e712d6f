import { circle, curvatureProfile, FRONT, lineBetween } from '@pencil-bend/core';
import { parse } from 'papaparse';
import { curvatureCsv } from './curvatureCsv';

const profileOf = (curve: Parameters<typeof curvatureProfile>[0]) => curvatureProfile(curve, { normal: [0, 0, 1] });

describe('the graph as comma-separated values', () => {
  it('has length, curvature and radius of every sample, in the unit of the sheet', () => {
    const profile = profileOf(circle(FRONT, [0, 0, 0], 50.8));
    const { data } = parse<string[]>(curvatureCsv([{ name: 'Rim, "outer"', profile }], 'in'));
    expect(data[0]).toEqual(['curve', 'length in', 'curvature 1/in', 'radius in']);
    expect(data).toHaveLength(1 + profile.s.length);
    for (const [name, , kappa, radius] of data.slice(1)) {
      expect(name).toBe('Rim, "outer"');
      expect(Number(kappa)).toBeCloseTo(0.5, 9);
      expect(Number(radius)).toBeCloseTo(2, 9);
    }
    expect(Number(data[data.length - 1][1])).toBeCloseTo(4 * Math.PI, 6);
  });

  it('leaves the radius of a straight place empty, and has one curve after the other', () => {
    const profile = profileOf(lineBetween([0, 0, 0], [10, 0, 0]));
    const { data } = parse<string[]>(curvatureCsv([{ name: 'a', profile }, { name: 'b', profile }], 'mm')); // prettier-ignore
    expect(new Set(data.slice(1).map(([, , , radius]) => radius))).toEqual(new Set(['']));
    expect(new Set(data.slice(1).map(([name]) => name))).toEqual(new Set(['a', 'b']));
  });
});
