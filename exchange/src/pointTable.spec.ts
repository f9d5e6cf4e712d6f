import { decoded } from './decoded';
import { type PointTable, readPointTable } from './pointTable';

function read(text: string, unit: 'mm' | 'in' = 'mm'): PointTable {
  const table = readPointTable(text, unit);
  if (!table.ok) throw new Error(table.failure);
  return table.value;
}

const points = (text: string): number[] => [...read(text).points];

describe('a table of points', () => {
  it.each([
    ['tabs', '1.5\t2\t3\n4\t5.25\t6'],
    ['blanks, some more than one', '  1.5  2 3\n4 5.25   6  '],
    ['commas', '1.5,2,3\n4,5.25,6'],
    ['commas and blanks', '1.5, 2, 3\n4, 5.25, 6'],
    ['semicolons', '1.5;2;3\n4;5.25;6'],
    ['semicolons and decimal commas', '1,5;2;3\n4;5,25;6'],
    ['blanks and decimal commas', '1,5 2,0 3,0\n4,0 5,25 6,0'],
    ['quoted decimal commas between commas', '"1,5","2,0","3"\n"4,0","5,25","6"'],
    ['line ends of any kind', '1.5 2 3\r4 5.25 6\r\n'],
    ['comments', '# a scan\n// of a grip\n1.5 2 3\n% more\n! and more\n4 5.25 6'],
    ['names before the numbers', 'P1,1.5,2,3\nP2,4,5.25,6'],
    ['a heading', 'x,y,z\n1.5,2,3\n4,5.25,6'],
    ['a heading in another order, among others', 'name;Z [mm];quality;Y [mm];X [mm]\na;3;9;2;1.5\nb;6;8;5.25;4'],
    ['a heading with a word that begins like an axis', 'Year,x,y,z\n2026,1.5,2,3\n2026,4,5.25,6'],
    ['a column that counts', '1 1.5 2 3\n2 4 5.25 6'],
    ['a column of numbers that says so', 'No.\tE\tN\n1\t1.5\t2\n7\t4\t5.25'],
    ['more columns behind', '1.5 2 3 0.1 0.2 0.9\n4 5.25 6 0.1 0.3 0.8'],
    ['exponents, signs', '+1.5e0 2d0 0.03E+2\n4 5.25 6'],
    ['thousands beside decimals', '1,5;2;3\n4;5,25;6'],
  ])('with %s', (what, text) => {
    const z = what.startsWith('a column of numbers') ? [0, 0] : [3, 6];
    expect(points(text)).toEqual([1.5, 2, z[0], 4, 5.25, z[1]]);
    expect(read(text).skipped.count).toBe(0);
  });

  it('takes groups of three for thousands only beside a decimal sign', () => {
    expect(points('1,234.5;2;3\n4;5;6')).toEqual([1234.5, 2, 3, 4, 5, 6]);
    expect(points('1.234,5;2;3\n4;5,5;6')).toEqual([1234.5, 2, 3, 4, 5.5, 6]);
    expect(points('1,500;2,250\n1,750;2,500')).toEqual([1.5, 2.25, 0, 1.75, 2.5, 0]);
  });

  it.each([
    ['x [in],y [in]\n1,2', 'in', false, [25.4, 50.8, 0]],
    ['x (cm)\ty (cm)\tz (cm)\n1\t2\t3', 'cm', false, [10, 20, 30]],
    ['x/m;y/m\n0,001;0,002', 'm', false, [1, 2, 0]],
    ['X_mm,Y_mm\n1,2', 'mm', false, [1, 2, 0]],
    ['x (µm),y (µm)\n1000,2000', 'µm', false, [1, 2, 0]],
    ['1 2', 'in', true, [25.4, 50.8, 0]],
  ])('%j is in %s', (text, unit, isUnitAssumed, expected) => {
    const table = read(text, unit === 'in' ? 'in' : 'mm');
    expect(table).toMatchObject({ unit, isUnitAssumed });
    [...table.points].forEach((value, i) => expect(value).toBeCloseTo(expected[i], 12));
  });

  it('passes over what is no point, by number and text', () => {
    const text = ['x,y,z', '1,2,3', '4,NaN,6', '1,=2+3,4', '7,8', '1e400,2,3', '1,2,inf', '9,9,9'].join('\n');
    const { points: found, skipped } = read(text);
    expect([...found]).toEqual([1, 2, 3, 9, 9, 9]);
    expect(skipped).toEqual({
      count: 5,
      first: [
        { row: 3, text: '4,NaN,6' },
        { row: 4, text: '1,=2+3,4' },
        { row: 5, text: '7,8' },
      ],
    });
  });

  it('finds the heading under a title, with its unit; the title is named as what it is not', () => {
    const { points: found, unit, isUnitAssumed, skipped } = read('Grip, second sample\n\nx [in];y [in]\n1;2\n3;4');
    expect([...found].map((value) => Number(value.toFixed(9)))).toEqual([25.4, 50.8, 0, 76.2, 101.6, 0]);
    expect({ unit, isUnitAssumed }).toEqual({ unit: 'in', isUnitAssumed: false });
    expect(skipped).toEqual({ count: 1, first: [{ row: 1, text: 'Grip, second sample' }] });
  });

  it('has no zero with a sign, whose bits would be others', () => {
    expect(Object.is(read('-0 1 2\n3 4 5').points[0], 0)).toBe(true);
    expect(points('\u22121.5 2 3\n4 5 6')[0]).toBe(-1.5);
  });

  it.each([
    ['', 'no rows'],
    ['Dear all,\nplease find attached', 'no rows'],
    ['7\n8\n9', 'no rows'],
    ['{"format":"pencil-bend-items"}', 'no rows'],
    [`1 2\n${'3 4\n'.repeat(1_000_000)}`, '1,000,001 points are too many'],
  ])('%# is refused in words', (text, words) => {
    const table = readPointTable(text, 'mm');
    expect(table.ok ? '' : table.failure).toContain(words);
  });
});

describe('the text of a file', () => {
  const text = 'x [µm];y\n1;2';
  it.each<[string, Uint8Array]>([
    ['UTF-8', Buffer.from(text)],
    ['UTF-8 with a mark', Buffer.from(`\ufeff${text}`)],
    ['UTF-16, low byte first', Buffer.from(text, 'utf16le')],
    ['UTF-16 with a mark', Buffer.from(`\ufeff${text}`, 'utf16le')],
    ['UTF-16, high byte first', Buffer.from(`\ufeff${text}`, 'utf16le').swap16()],
    ['Windows-1252', Buffer.from(text, 'latin1')],
  ])('in %s', (_code, bytes) => expect(decoded(bytes)).toBe(text));
});
