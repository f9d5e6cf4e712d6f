import { circle, type Curve, FRONT, lineBetween } from '@pencil-bend/core';
import { parse } from 'papaparse';
import { curveReading } from '../../view/curveReading';
import { curvatureCsv } from './curvatureCsv';

const graphOf = (name: string, curve: Curve, offset = 0) => ({
  id: null,
  colour: '',
  name,
  offset,
  reading: curveReading(curve, [0, 0, 1], true),
});

describe('the graph as comma-separated values', () => {
  it('has length, curvature, rate and radius of every sample, in the unit of the sheet', () => {
    const rim = graphOf('Rim, "outer"', circle(FRONT, [0, 0, 0], 50.8));
    const { data } = parse<string[]>(curvatureCsv([rim], 'in'));
    expect(data[0]).toEqual(['curve', 'length in', 'curvature 1/in', 'rate 1/in²', 'radius in']);
    expect(data).toHaveLength(1 + rim.reading.profile.s.length);
    for (const [name, , kappa, rate, radius] of data.slice(1)) {
      expect(name).toBe('Rim, "outer"');
      expect(Number(kappa)).toBeCloseTo(0.5, 9);
      expect(Number(rate)).toBeCloseTo(0, 9);
      expect(Number(radius)).toBeCloseTo(2, 9);
    }
    expect(Number(data[data.length - 1][1])).toBeCloseTo(4 * Math.PI, 6);
  });

  it('leaves the radius of a straight place empty, and has one curve after the other, where they lie on the axis', () => {
    const line = lineBetween([0, 0, 0], [10, 0, 0]);
    const { data } = parse<string[]>(curvatureCsv([graphOf('a', line), graphOf('b', line, 10)], 'mm'));
    expect(new Set(data.slice(1).map(([, , , , radius]) => radius))).toEqual(new Set(['']));
    expect(new Set(data.slice(1).map(([name]) => name))).toEqual(new Set(['a', 'b']));
    expect(Number(data[data.length - 1][1])).toBeCloseTo(20, 9);
  });
});
