import { decoded } from '../decoded';
import type { PointLayout } from './layout';
import { type PointTable, readPoints } from './read';

function read(text: string, unit: 'mm' | 'in' = 'mm', layout: Partial<PointLayout> = {}): PointTable {
  const table = readPoints(Buffer.from(text), { units: unit, layout });
  if (table.problem) throw new Error(table.problem);
  return table;
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
    expect(table).toMatchObject({ layout: { unit }, isUnitAssumed });
    [...table.points].forEach((value, i) => expect(value).toBeCloseTo(expected[i], 12));
  });

  it('passes over what is no point, by number and text', () => {
    const text = ['x,y,z', '1,2,3', '4,NaN,6', '1,=2+3,4', '7,8', '1e400,2,3', '1,2,inf', '9,9,9'].join('\n');
    const { points: found, skipped } = read(text);
    expect([...found]).toEqual([1, 2, 3, 9, 9, 9]);
    expect(skipped).toEqual({
      count: 5,
      first: [
        { line: 3, column: 2, text: '4,NaN,6' },
        { line: 4, column: 2, text: '1,=2+3,4' },
        { line: 5, column: 3, text: '7,8' },
        { line: 6, column: 1, text: '1e400,2,3' },
        { line: 7, column: 3, text: '1,2,inf' },
      ],
    });
  });

  it('finds the heading under a title, with its unit; the title is named as what it is not', () => {
    const { points: found, layout, isUnitAssumed, skipped } = read('Grip, second sample\n\nx [in];y [in]\n1;2\n3;4');
    expect([...found].map((value) => Number(value.toFixed(9)))).toEqual([25.4, 50.8, 0, 76.2, 101.6, 0]);
    expect([layout.unit, isUnitAssumed, layout.firstLine]).toEqual(['in', false, 4]);
    expect(skipped).toEqual({ count: 1, first: [{ line: 1, column: 1, text: 'Grip, second sample' }] });
  });

  it('has no zero with a sign, whose bits would be others', () => {
    expect(Object.is(read('-0 1 2\n3 4 5').points[0], 0)).toBe(true);
    expect(points('\u22121.5 2 3\n4 5 6')[0]).toBe(-1.5);
  });

  it.each([
    ['', 'there are no rows of two or three numbers in it'],
    ['\n\nDear all,\nplease find attached', "no rows of two or three numbers in it; line 3 is 'Dear all,'"],
    ['7\n8\n9', "no rows of two or three numbers in it; line 1 is '7'"],
    ['{"format":"pencil-bend-items"}', 'no rows'],
    ['%PDF-1.7\n1 2 3\n4 5 6', 'it is a PDF document, not text'],
    ['PK\x03\x041 2 3', 'it is a ZIP archive or a workbook'],
    [`1 2\n${'3 4\n'.repeat(1_000_000)}`, '1,000,001 points are too many'],
  ])('%# is refused in words', (text, words) => {
    const { problem, points: none } = readPoints(Buffer.from(text), { units: 'mm' });
    expect(problem).toContain(words);
    expect(none).toHaveLength(0);
  });
});

describe('how a table is read', () => {
  it('is found out: what parts the columns, the decimal sign, where the points begin, and the code of the text', () => {
    const text = 'Grip\n\nname;Z [in];Y [in];X [in]\na;3,5;2;1\nb;6;5;4,5';
    expect(read(text).layout).toEqual({
      encoding: 'utf-8',
      delimiter: ';',
      decimal: ',',
      firstLine: 4,
      columns: { x: 3, y: 2, z: 1, name: 0 },
      unit: 'in',
    });
  });

  it('can be chosen, each of it; the rest is found out beside it', () => {
    const text = 'a;b;c;d\n1,5;2,5;3,5;4,5\n5,5;6,5;7,5;8,5';
    const chosen = (layout: Partial<PointLayout>) => read(text, 'mm', layout);
    expect([...chosen({}).points]).toEqual([1.5, 2.5, 3.5, 5.5, 6.5, 7.5]);
    expect([...chosen({ firstLine: 3 }).points]).toEqual([5.5, 6.5, 7.5]);
    expect(chosen({ firstLine: 3 }).skipped.count).toBe(0);
    expect([...chosen({ columns: { x: 3, y: 1, z: null, name: 0 } }).points]).toEqual([4.5, 2.5, 0, 8.5, 6.5, 0]);
    expect(chosen({ columns: { x: 3, y: 1, z: null, name: 0 } }).names).toEqual(['1,5', '5,5']);
    expect(chosen({ unit: 'cm' })).toMatchObject({ isUnitAssumed: false, layout: { unit: 'cm' } });
    expect(chosen({ unit: 'cm' }).points[0]).toBe(15);
    const bytes = Buffer.from(text);
    // Parted by tabs there is one column only.
    expect(readPoints(bytes, { units: 'mm', layout: { delimiter: '\t' } }).problem).toContain('no rows of two');
    const columns = { x: 9, y: 8, z: null, name: null };
    expect(readPoints(bytes, { units: 'mm', layout: { columns } }).problem).toBe(
      'from line 2 on no row has numbers in these columns',
    );
    const latin = Buffer.from('x [µm];y [µm]\n1;2', 'latin1');
    expect(readPoints(latin, { units: 'mm' }).layout).toMatchObject({ encoding: 'windows-1252', unit: 'µm' });
    expect(readPoints(latin, { units: 'mm', layout: { encoding: 'utf-8' } }).isUnitAssumed).toBe(true);
  });

  it('has a heading also in a comment, and units in a row below the heading', () => {
    expect(read('# scan of a grip\n# z y x [cm]\n1 2 3').layout).toMatchObject({
      columns: { x: 2, y: 1, z: 0 },
      unit: 'cm',
    });
    const table = read('x;y;z\nin;in;in\n1;2;3');
    expect(table).toMatchObject({ layout: { unit: 'in', firstLine: 3 }, skipped: { count: 0 } });
    expect(table.sample.map(({ kind }) => kind)).toEqual(['heading', 'heading', 'point']);
  });

  it('has the names of points in a column that is called so, or in a first one of words', () => {
    expect(read('P1,1,2\nP2,3,4').names).toEqual(['P1', 'P2']);
    expect(read('x,y,label\n1,2,a\n3,4,b').names).toEqual(['a', 'b']);
    expect(read('1,2\n3,4').names).toBeNull();
    expect(read(Array.from({ length: 5001 }, (_, i) => `P${i},1,2`).join('\n')).names).toBeNull();
  });

  it('tells where decimals could be meant as thousands', () => {
    expect(read('1,500;2,250\n1,750;2,500').likeThousands).toBe('1,500');
    expect(read('1,500;2,25\n1,750;2,500').likeThousands).toBeNull();
    expect(read('1.500;2.250').likeThousands).toBeNull();
  });

  it('shows the first lines as they are read, from a few above the first point', () => {
    const text = ['title', '', '% made by hand', 'x,y', '1,2', 'no,3', '5,6'].join('\n');
    expect(read(text).sample.map(({ line, kind }) => [line, kind])).toEqual([
      [1, 'passed-over'],
      [3, 'left-out'],
      [4, 'heading'],
      [5, 'point'],
      [6, 'passed-over'],
      [7, 'point'],
    ]);
    const [first, ...more] = read(`${'note\n'.repeat(300)}${'1,2\n'.repeat(300)}`).sample;
    expect([first.line, more.length]).toEqual([296, 39]);
  });

  it('lets a quotation mark that nothing closes spoil one row only', () => {
    const { points: found, skipped } = read('"a",1,2\n"b,3,4\n"c ""d""",5,6\n"e,f",7,8');
    expect([...found]).toEqual([1, 2, 0, 5, 6, 0, 7, 8, 0]);
    expect(skipped.first).toEqual([{ line: 2, column: 2, text: '"b,3,4' }]);
  });

  it('is told how far it has come', () => {
    const shares: number[] = [];
    readPoints(Buffer.from('1 2\n'.repeat(20_000)), { units: 'mm', progress: (share) => shares.push(share) });
    expect(shares.length).toBeGreaterThan(3);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBe(1);
  });

  it('never throws, and has no number that is none, of a file that is cut or changed at any byte', () => {
    const whole = Buffer.from('name;x [in];y [in];z [in]\r\n"a;b";1,5;2e1;\u22123\r\n# c\r\n;4;5;6\r\n');
    let told = 0;
    for (let at = 0; at < whole.length; at++) {
      const changed = Buffer.from(whole);
      changed[at] = (37 * at + 11) % 256;
      for (const bytes of [whole.subarray(0, at), changed]) {
        const table = readPoints(bytes, { units: 'mm' });
        expect(table.points.every(Number.isFinite)).toBe(true);
        if (table.problem || table.skipped.count > 0) told++;
        else expect(table.points.length).toBeGreaterThan(0);
      }
    }
    expect(told).toBeGreaterThan(20);
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
