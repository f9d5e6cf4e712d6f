import fc from 'fast-check';
import { readTable, writeTable } from './pointsText';

const read = async (text: string, weights = false) => {
  const table = await readTable(text, 'mm', weights);
  return table.ok ? table.rows.map(({ at, weight }) => (weight === undefined ? [...at] : [...at, weight])) : table.why;
};

describe('tables of points as text', () => {
  it.each([
    ['tabs', '1\t2\t3\n4\t5\t6'],
    ['spaces', '  1 2   3\n4 5 6  '],
    ['semicolons and decimal commas', '1;2;3\n4,0;5,0;6,0'],
    ['commas', '1,2,3\r\n4,5,6\r\n'],
    ['commas and spaces', '1, 2, 3\n4, 5, 6'],
    ['a heading', 'x\ty\tz\n1\t2\t3\n4\t5\t6'],
    ['a heading and row numbers', '#\tx\ty\tz\n1\t1\t2\t3\n2\t4\t5\t6'],
    ['units', '0.1 cm\t2\t3\n4\t5\t6 mm'],
  ])('are read with %s', async (_name, text) => {
    expect(await read(text)).toEqual([
      [1, 2, 3],
      [4, 5, 6],
    ]);
  });

  it('of two columns lie in the plane, of four have weights', async () => {
    expect(await read('1 2\n3 4')).toEqual([
      [1, 2, 0],
      [3, 4, 0],
    ]);
    expect(await read('1 2 3 4\n5 6 7 0.5', true)).toEqual([
      [1, 2, 3, 4],
      [5, 6, 7, 0.5],
    ]);
  });

  it.each([
    ['', 'At least 2 rows of points are needed'],
    ['1 2 3', 'At least 2 rows of points are needed'],
    ['1 2 3\n4 abc 6', "Row 2, y: 'abc' is not a number"],
    ['1\t2\t3\n4\t5\t6\t7', 'Row 2: 2 to 3 numbers are needed (x y z), not 4'],
    ['1\t2\n3', 'Row 2: 2 to 3 numbers are needed (x y z), not 1'],
    ['1\t2\n3\t', 'Row 2, y: A number is needed'],
    ['1 2\n1e12 4', 'Row 2, x: that is too large'],
  ])('that are broken are refused by row: %p', async (text, why) => expect(await read(text)).toBe(why));

  it('need weights above 0', async () => {
    expect(await read('1 2 3 1\n4 5 6 0', true)).toBe('Row 2: a weight above 0 is needed, not 0');
    expect(await read('1\t2\t3\t2 mm\n4\t5\t6\t1', true)).toBe(
      'Row 1, weight: A plain number is needed, without a unit',
    );
  });

  it('come back to the last bit as they were written', async () => {
    const coordinate = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    const place = fc.tuple(coordinate, coordinate, coordinate);
    await fc.assert(
      fc.asyncProperty(fc.array(place, { minLength: 2, maxLength: 9 }), async (places) => {
        const rows = places.map(([x, y, z]) => ({ at: [x + 0, y + 0, z + 0] as const, weight: 1.25 }));
        expect(await readTable(writeTable(rows, 'mm', true), 'mm', true)).toEqual({ ok: true, rows });
      }),
    );
  });
});
