import { parameterAtShare } from '../curve/curves.fixture';
import { length, type Vector3 } from '../linear/vector';
import { type Curve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { arcLength } from '../measure/arcLength';
import { FRONT } from '../plane/plane';
import { conic, parabola, parabolaThrough, rhoNear } from './conic';
const everywhere = (curve: Curve, check: (point: Vector3) => void) => {
  for (let i = 0; i <= 97; i++) check(evaluate(curve, parameterAtShare(curve, i / 97)));
};

describe('conics', () => {
  it('have their shoulder where rho says (The NURBS Book, 7.3)', () => {
    for (const rho of [0.1, 0.414, 0.5, 0.9]) {
      const [x, y] = evaluate(conic([0, 0, 0], [10, 20, 0], [20, 0, 0], rho), 0.5);
      expect([x, y / 20]).toEqual([expect.closeTo(10, 13), expect.closeTo(rho, 14)]);
    }
    expect(() => conic([0, 0, 0], [1, 1, 0], [2, 0, 0], 1)).toThrow('rho lies between 0 and 1, not at 1');
  });

  it('are a quarter circle at rho = √2 − 1', () => {
    everywhere(conic([25, 0, 0], [25, 25, 0], [0, 25, 0], Math.SQRT2 - 1), (p) =>
      expect(length(p)).toBeCloseTo(25, 13),
    );
  });

  it('a parabola lies as far from its focus as from its directrix', () => {
    const curve = parabola(FRONT, [0, 0, 0], 12.5, -40, 100);
    everywhere(curve, ([x, y, z]) => expect(Math.hypot(x, y - 12.5, z)).toBeCloseTo(y + 12.5, 12));
    expect(evaluate(curve, 0.25)[0]).toBeCloseTo(-5, 13);
    // y = x²/50 for x from 0 to 100, by the closed form of the length.
    const closed = 12.5 * (4 * Math.sqrt(17) + Math.asinh(4));
    expect(arcLength(parabola(FRONT, [0, 0, 0], 12.5, 0, 100)).total).toBeCloseTo(closed, 9);
    expect(() => parabola(FRONT, [0, 0, 0], 0, 0, 1)).toThrow('a focal length above 0 is needed');
    expect(() => parabola(FRONT, [0, 0, 0], 1, 2, 1)).toThrow('from 2 to 1 is no range');
  });

  it('the fullness of a conic is the share of the way from its chord to its apex (The NURBS Book, 7.3)', () => {
    expect(rhoNear([0, 0, 0], [5, 10, 0], [10, 0, 0], [5, 4, 0])).toBeCloseTo(0.4, 12);
    expect(rhoNear([0, 0, 0], [5, 0, 0], [10, 0, 0], [5, 4, 0])).toBe(0.5);
    expect(rhoNear([0, 0, 0], [5, 10, 0], [10, 0, 0], [5, 99, 0])).toBe(0.999);
  });

  it('a parabola through a place has y = x²/(4 f)', () => {
    const made = parabolaThrough(FRONT, [2, 1, 0], [6, 5, 0]);
    expect(made?.focalLength).toBe(1);
    const [x, y] = made ? evaluate(made.curve, 0.3) : [0, 0];
    expect(y - 1).toBeCloseTo((x - 2) ** 2 / 4, 12);
    expect(parabolaThrough(FRONT, [0, 0, 0], [0, 5, 0])).toBeNull();
  });
});
