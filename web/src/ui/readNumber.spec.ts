import fc from 'fast-check';
import { readNumber } from './readNumber';

const mm = (text: string, unit = 1) => {
  const typed = readNumber(text, unit);
  return typed.ok ? typed.value : typed.why;
};

describe('numbers as people type them', () => {
  it.each([
    ['12', 12],
    ['12.5*2', 25],
    ['12,5', 12.5],
    ['-.5', -0.5],
    ['−3', -3],
    ['3 1/2', 3.5],
    ['3 1/2 in', 88.9],
    ['1/2"', 12.7],
    [`1' 3 1/2"`, 393.7],
    ['2 cm + 3', 23],
    ['(1 + 2) * 4 cm', 120],
    ['(1+1) in', 50.8],
    ['1 m - 20 mm / 2', 990],
    ['30 mm / 6 mm', 5],
    ['7/2 cm', 35],
    ['2e3', 2000],
    ['--2', 2],
    ['7 / 2 / 2', 1.75],
    ['10 - 2 - 3', 5],
    ['2 · 3 × 4', 24],
    ['½ in', 12.7],
    ['3½ in', 88.9],
    ['3 ¾"', 95.25],
    ['⅛', 0.125],
    ['1 000', 1000],
    ['12 345,5', 12345.5],
    ['1\u202f000\u202f000', 1e6],
    ['1 000/2', 500],
    ['3 125/1000', 3.125],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['1.234.567', 1234567],
    ['1.234.567,25', 1234567.25],
    ['1,234', 1.234],
    ['1 000 mm + 1 m', 2000],
  ])('%s is %p mm', (text, value) => expect(mm(text)).toBeCloseTo(value, 10));

  it('without a unit are in that of the sheet', () => {
    expect(mm('3 1/2', 25.4)).toBeCloseTo(88.9, 10);
    expect(mm('2 * 3', 10)).toBe(60);
    expect(mm('1 in + 1', 10)).toBeCloseTo(35.4, 10);
    expect(mm('30 mm', 25.4)).toBe(30);
  });

  it.each([
    ['', 'A number is needed'],
    ['twelve', "'twelve' is not a number"],
    ['12 parsec', "'parsec' is no unit: use mm, cm, m, in or ft"],
    ['12 mm mm', "'mm' cannot stand behind 'mm'"],
    ['1.2.5', "Between '1.2' and '.5' a sign is missing: + - * or /"],
    ['(1 + 2))', 'A bracket is closed that was not opened'],
    ['1/0', 'Nothing can be divided by 0'],
    ['3 1/0', 'Nothing can be divided by 0'],
    ['2 mm * 3 mm', 'A length times a length is an area'],
    ['2 / (3 mm)', 'A number divided by a length is no length'],
    ['(1 + 2', 'A bracket is not closed'],
    ['3 +', 'A number is missing at the end'],
    ['1 2', "Between '1' and '2' a sign is missing: + - * or /"],
    ['(1 in) cm', 'A length has one unit'],
    ['#', "'#' is not a number"],
    ['1e400', 'That number is too large'],
    [')', "')' is not a number"],
  ])('%p is refused: %s', (text, why) => expect(mm(text)).toBe(why));

  it('are plain where no unit makes sense', () => {
    expect(readNumber('2 1/4', null)).toEqual({ ok: true, value: 2.25 });
    expect(readNumber('2 mm', null)).toEqual({ ok: false, why: 'A plain number is needed, without a unit' });
  });

  it('agree with arithmetic, and whatever is typed gives a number or words', () => {
    const number = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(number, number, number, (a, b, c) => {
        // Written as text, -0 is 0.
        const [x, y, z] = [a + 0, b + 0, c + 0];
        expect(mm(`(${x}) * (${y}) - (${z})`)).toBe(x * y - z);
      }),
      { examples: [[-5e-324, 0, -0]] },
    );
    const typed = fc.array(fc.constantFrom(...'0123456789.,+-*/() incm"\''.split('')), { maxLength: 14 });
    fc.assert(
      fc.property(typed, (letters) => {
        const result = readNumber(letters.join(''), 1);
        expect(result.ok ? Number.isFinite(result.value) : result.why.length > 8).toBe(true);
      }),
    );
  });
});
