import { WAVE } from '../curve/curves.fixture';
import { breaksOf, multiplicityAt } from './multiplicity';

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
