import { gridOf, gridStep, linesOf, linesShown } from './grid';

const SEEN = { x: 0, y: 0, scale: 0.25 };

describe('the grid', () => {
  it('has a grid of 1, 2, 5 times a power of ten, never finer than 14 pixels', () => {
    expect(gridStep({ x: 0, y: 0, scale: 0.25 })).toBe(5);
    expect(gridStep({ x: 0, y: 0, scale: 0.05 })).toBe(1);
    expect(gridStep({ x: 0, y: 0, scale: 1 })).toBe(20);
    // In inches: 0.2 of one.
    expect(gridStep({ x: 0, y: 0, scale: 0.25 }, 25.4)).toBeCloseTo(0.2 * 25.4, 12);
  });

  it('shows a grid that is set, or as many of its lines as can be told apart', () => {
    expect(linesOf({ x: 0, y: 0, scale: 0.25 }, 12.7)).toBe(12.7);
    expect(linesOf({ x: 0, y: 0, scale: 0.25 }, 1)).toBe(5);
  });

  it('is that of the sheet for keys, whatever is drawn', () => {
    expect(gridOf({ grid: 0.1, units: 'mm' }, SEEN)).toBe(0.1);
    expect(linesShown({ grid: 0.1, units: 'mm' }, SEEN)).toBe(5);
    expect(gridOf({ grid: null, units: 'cm' }, SEEN)).toBe(5);
    expect(gridOf(null, SEEN)).toBe(5);
  });
});
