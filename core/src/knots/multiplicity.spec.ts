import { flat } from '../curve/curves.fixture';
import { breaksOf, multiplicityAt } from './multiplicity';

const WAVE = flat(
  3,
  [0, 0, 0, 0, 1, 2, 2, 4, 4, 4, 4],
  [
    [0, 0],
    [10, 20],
    [25, 5],
    [40, 30],
    [50, 10],
    [60, 0],
    [80, 8],
  ],
);

describe('knots', () => {
  it('are counted', () => {
    expect(breaksOf(WAVE)).toEqual([
      { u: 0, multiplicity: 4 },
      { u: 1, multiplicity: 1 },
      { u: 2, multiplicity: 2 },
      { u: 4, multiplicity: 4 },
    ]);
    expect(multiplicityAt(WAVE, 3)).toBe(0);
  });
});
