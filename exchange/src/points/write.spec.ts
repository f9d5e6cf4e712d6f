import { readPoints } from './read';
import { writePoints, type WritePointsOptions } from './write';

const back = (text: string) => readPoints(Buffer.from(text), { units: 'in' });
/** Numbers of all sizes, with and without digits behind the point. */
const POINTS = Float64Array.from({ length: 3 * 400 }, (_, i) =>
  i % 7 === 0 ? i - 600 : Math.sin(7 * i) * 10 ** ((i % 13) - 6),
);

describe('a table of points that is written', () => {
  it('is as RFC 4180 has it, with units in its heading', () => {
    expect(writePoints([1, 2.5, -0, 25.4, 0, -3], { unit: 'mm' })).toBe(
      'x [mm],y [mm],z [mm]\r\n1,2.5,0\r\n25.4,0,-3\r\n',
    );
  });

  it('has decimal commas between semicolons, and a byte order mark, where that is wanted', () => {
    expect(writePoints([25.4, 63.5, 0], { unit: 'in', decimal: ',', mark: true })).toBe(
      '\ufeffx [in];y [in];z [in]\r\n1;2,5;0\r\n',
    );
  });

  it('has names and weights, and no text that a spreadsheet would run', () => {
    const names = ['=1+2', '-a', '@b', 'a "b", c'];
    const text = writePoints(new Float64Array(12), { unit: 'mm', names, weights: [1, 2, 0.5, 1] });
    expect(text.split('\r\n')).toEqual([
      'name,x [mm],y [mm],z [mm],weight',
      "'=1+2,0,0,0,1",
      "'-a,0,0,0,2",
      "'@b,0,0,0,0.5",
      '"a ""b"", c",0,0,0,1',
      '',
    ]);
    expect(back(text).names).toEqual(["'=1+2", "'-a", "'@b", 'a "b", c']);
  });

  it.each<WritePointsOptions>([
    { unit: 'mm' },
    { unit: 'mm', decimal: ',' },
    { unit: 'mm', mark: true, names: Array.from({ length: 400 }, (_, i) => `P${i}`) },
    { unit: 'mm', decimal: ',', weights: Array.from({ length: 400 }, (_, i) => 1 + i / 8) },
  ])('%p is read back to the same bits', (options) => {
    const table = back(writePoints(POINTS, options));
    expect(table).toMatchObject({ problem: null, isUnitAssumed: false, skipped: { count: 0 }, layout: { unit: 'mm' } });
    expect([...table.points]).toEqual([...POINTS]);
  });

  it.each(['cm', 'm', 'in', 'µm'] as const)('in %s is read back to a rounding', (unit) => {
    const table = back(writePoints(POINTS, { unit }));
    expect(table.layout.unit).toBe(unit);
    table.points.forEach((value, i) =>
      expect(Math.abs(value - POINTS[i])).toBeLessThanOrEqual(4e-16 * Math.abs(POINTS[i])),
    );
  });
});
