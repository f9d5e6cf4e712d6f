import { circle, type Curve, FRONT, lineBetween, makeCurve, rectangle } from '@pencil-bend/core';
import { nurbsOf } from '../nurbs';
import type { Outgoing } from '../outgoing';
import { TooManyRows, writeCurveTable, type WriteCurveTableOptions } from './write';

const item = (curve: Curve, name = 'Wall'): Outgoing => ({ kind: 'curve', name, layer: 'Sheet', colour: '#000000', curve, nurbs: nurbsOf(curve) }); // prettier-ignore
const table = (curve: Curve, options: Partial<WriteCurveTableOptions> = {}, name?: string) => {
  const { bytes, report } = writeCurveTable({ name: 's', items: [item(curve, name)] }, { places: { count: 5 }, units: 'mm', ...options }); // prettier-ignore
  const [heading, ...rows] = new TextDecoder('utf-8', { ignoreBOM: true }).decode(bytes).trimEnd().split('\r\n');
  const parted = options.decimal === ',' ? ';' : ',';
  return { heading: heading.split(parted), rows: rows.map((row) => row.split(parted)), report };
};

describe('tables of curves', () => {
  it('have place, tangent and curvature at even lengths', () => {
    const { heading, rows, report } = table(circle(FRONT, [0, 0, 0], 25));
    expect(heading).toEqual(['curve', 'n', 'u', 's [mm]', 'x [mm]', 'y [mm]', 'z [mm]', 'tx', 'ty', 'tz', 'kappa [1/mm]', 'R [mm]']); // prettier-ignore
    expect(rows).toHaveLength(5);
    rows.forEach(([name, n, , s, x, y, z, tx, ty, tz, kappa, radius], i) => {
      const angle = (i * Math.PI) / 2;
      expect([name, n]).toEqual(['Wall', String(i + 1)]);
      expect(Number(s)).toBeCloseTo(25 * angle, 6);
      expect([x, y, z].map(Number)).toEqual([expect.closeTo(25 * Math.cos(angle), 6), expect.closeTo(25 * Math.sin(angle), 6), 0]); // prettier-ignore
      expect([tx, ty, tz].map(Number)).toEqual([expect.closeTo(-Math.sin(angle), 6), expect.closeTo(Math.cos(angle), 6), 0]); // prettier-ignore
      expect(Number(kappa)).toBeCloseTo(0.04, 9);
      expect(Number(radius)).toBeCloseTo(25, 6);
    });
    // A quarter circle rises over its chord by R (1 - cos 45°).
    expect(report.approximated[0].price?.max).toBeCloseTo(25 * (1 - Math.SQRT1_2), 6);
  });

  it('have a sign of curvature in the plane of the sheet, none in space, and no radius where it is straight', () => {
    const right = makeCurve(2, [0, 0, 0, 1, 1, 1], [0, 0, 0, 1, 5, 5, 0, 1, 10, 0, 0, 1]);
    expect(Number(table(right).rows[2][10])).toBeLessThan(0);
    const lifted = makeCurve(2, [0, 0, 0, 1, 1, 1], [0, 0, 0, 1, 5, 5, 3, 1, 10, 0, 0, 1]);
    expect(Number(table(lifted).rows[2][10])).toBeGreaterThan(0);
    const { rows, report } = table(lineBetween([0, 0, 0], [3, 4, 0]));
    expect(rows.map((row) => row[11])).toEqual(['', '']);
    expect(report.exact).toMatchObject([{ count: 1 }]);
  });

  it('stand twice at kinks, with both tangents', () => {
    const { rows } = table(rectangle(FRONT, [0, 0, 0], 10, 5));
    expect(rows.map(([, , , s, , , , tx, ty]) => [s, tx, ty].map(Number))).toEqual([
      [0, 1, 0], [10, 1, 0], [10, 0, 1], [15, 0, 1], [15, -1, 0], [25, -1, 0], [25, 0, -1], [30, 0, -1],
    ]); // prettier-ignore
  });

  it('stand so far apart as is asked for, in the unit asked for, with decimal commas', () => {
    const { rows, heading } = table(circle(FRONT, [0, 0, 0], 25.4), {
      places: { apart: 25.4 },
      units: 'in',
      decimal: ',',
      mark: true,
    });
    expect(heading[0]).toBe('\ufeffcurve');
    expect(heading[3]).toBe('s [in]');
    expect(rows.map((row) => Number(row[3].replace(',', '.')).toFixed(4))).toEqual(['0.0000', '1.0000', '2.0000', '3.0000', '4.0000', '5.0000', '6.0000', '6.2832']); // prettier-ignore
    expect(rows[0][4]).toBe('1');
    expect(Number(rows[3][11].replace(',', '.'))).toBeCloseTo(1, 9);
  });

  it('hold nothing that a spreadsheet runs, and no more than it can hold', () => {
    expect(table(lineBetween([0, 0, 0], [-3, 4, 0]), {}, '=1+1').rows[1].slice(0, 5)).toEqual(["'=1+1", '2', '1', '5', '-3']); // prettier-ignore
    expect(() => table(circle(FRONT, [0, 0, 0], 25), { places: { apart: 1e-6 } })).toThrow(TooManyRows);
    expect(() => table(circle(FRONT, [0, 0, 0], 25), { places: { count: 1 } })).toThrow(RangeError);
  });
});
