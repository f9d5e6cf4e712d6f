import { gaussRule, integrate } from './gaussLegendre';

describe('Gauss-Legendre rules', () => {
  it('have the nodes and weights of Abramowitz and Stegun, table 25.4, for 5 and 8 nodes', () => {
    expect([...gaussRule(5).nodes].slice(3)).toEqual([
      expect.closeTo(0.5384693101056831, 15),
      expect.closeTo(0.906179845938664, 15),
    ]);
    expect(gaussRule(5).weights[2]).toBeCloseTo(128 / 225, 15);
    expect([...gaussRule(8).weights].slice(4)).toEqual(
      [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763].map((w) => expect.closeTo(w, 15)),
    );
  });

  it('integrate polynomials up to degree 2n − 1 exactly', () => {
    for (const count of [1, 2, 7, 25]) {
      const { nodes, weights } = gaussRule(count);
      const power = 2 * count - 2;
      const sum = nodes.reduce((total, x, i) => total + weights[i] * x ** power, 0);
      expect(sum).toBeCloseTo(2 / (power + 1), 14);
    }
    expect(integrate((x) => x ** 15, 0, 1)).toBeCloseTo(1 / 16, 15);
  });
});
