import { randomNumbers } from './random.fixture';
import { type BandedEnergy, minimiseInBalls, type Tie } from './barrier';

/** ½ Σ (x_i − a_i)² k_i + ½ c Σ |x_i − x_{i+1}|² in the plane. */
function springs(
  targets: readonly (readonly [number, number])[],
  stiffness: readonly number[],
  link: number,
): BandedEnergy {
  const count = targets.length;
  const terms = (moves: Float64Array, gradient?: Float64Array, matrix?: Float64Array): number => {
    const width = 4;
    let sum = 0;
    for (let i = 0; i < count; i++) {
      for (let c = 0; c < 2; c++) {
        const off = moves[2 * i + c] - targets[i][c];
        sum += (stiffness[i] * off * off) / 2;
        if (gradient) gradient[2 * i + c] += stiffness[i] * off;
        if (matrix) matrix[(2 * i + c) * width] += stiffness[i];
        if (i + 1 === count) continue;
        const apart = moves[2 * i + c] - moves[2 * i + 2 + c];
        sum += (link * apart * apart) / 2;
        if (gradient) {
          gradient[2 * i + c] += link * apart;
          gradient[2 * i + 2 + c] -= link * apart;
        }
        if (matrix) {
          matrix[(2 * i + c) * width] += link;
          matrix[(2 * i + 2 + c) * width] += link;
          matrix[(2 * i + c) * width + 2] -= link;
        }
      }
    }
    return sum;
  };
  return { value: (moves) => terms(moves), model: (moves, gradient, matrix) => terms(moves, gradient, matrix) };
}

const OPTIONS = { start: 1, shrink: 0.1, gap: 1e-9, steps: 400 };

describe('minimiseInBalls', () => {
  it('goes to the nearest place of a ball, or to the target inside', () => {
    const energy = springs([[3, 4], [0.1, 0.2]], [1, 2], 0); // prettier-ignore
    const moves = new Float64Array(4);
    const end = minimiseInBalls({ energy, dimension: 2, radii: Float64Array.of(1, 1), reach: 1 }, moves, OPTIONS);
    expect(end.by).toBe('gap');
    [0.6, 0.8, 0.1, 0.2].forEach((x, i) => expect(moves[i]).toBeCloseTo(x, 4));
    expect(end.energy).toBeCloseTo(8, 6);
  });

  it('fulfils the conditions of the optimum (Karush, Kuhn, Tucker), whatever the springs', () => {
    const random = randomNumbers(3);
    let bound = 0;
    let inside = 0;
    for (let round = 0; round < 60; round++) {
      const count = 2 + Math.floor(random() * 6);
      const targets = Array.from({ length: count }, () => [3 * random() - 1.5, 3 * random() - 1.5] as const);
      const energy = springs(targets, Array.from({ length: count }, () => 0.1 + random()), 2 * random()); // prettier-ignore
      const radii = Float64Array.from({ length: count }, () => 0.2 + random());
      const moves = new Float64Array(2 * count);
      const { energy: least } = minimiseInBalls({ energy, dimension: 2, radii, reach: 1 }, moves, OPTIONS);
      const gradient = new Float64Array(2 * count);
      expect(energy.model(moves, gradient, new Float64Array(8 * count))).toBeCloseTo(least, 12);
      for (let i = 0; i < count; i++) {
        const [x, y, gx, gy] = [moves[2 * i], moves[2 * i + 1], gradient[2 * i], gradient[2 * i + 1]];
        const size = Math.hypot(x, y);
        expect(size).toBeLessThan(radii[i]);
        // Nothing pulls it, or it lies at its ball and is pulled straight outwards.
        if (Math.hypot(gx, gy) < 1e-3) inside++;
        else {
          bound++;
          expect(size / radii[i]).toBeGreaterThan(0.999);
          expect(Math.abs(x * gy - y * gx) / (size * Math.hypot(gx, gy))).toBeLessThan(1e-3);
          expect(x * gx + y * gy).toBeLessThan(0);
        }
      }
    }
    expect(Math.min(bound, inside)).toBeGreaterThan(40);
  });

  it('keeps sums of points inside their balls too', () => {
    const energy = springs([[5, 0], [5, 0]], [1, 1], 0); // prettier-ignore
    const ties: Tie[] = [{ places: [0, 1], shares: [1, 1], radius: 1 }];
    const moves = new Float64Array(4);
    const radii = Float64Array.of(2, 2);
    minimiseInBalls({ energy, dimension: 2, radii, reach: 1, ties }, moves, OPTIONS);
    expect(moves[0] + moves[2]).toBeLessThan(1);
    [0.5, 0, 0.5, 0].forEach((x, i) => expect(moves[i]).toBeCloseTo(x, 4));
  });

  it('is inside wherever it is stopped, and says why it ended', () => {
    const energy = springs([[3, 4], [-4, 3]], [1, 2], 0.5); // prettier-ignore
    for (let most = 1; most < 12; most++) {
      const moves = new Float64Array(4);
      let calls = 0;
      const each = (step: number) => {
        calls++;
        return step < most;
      };
      const problem = { energy, dimension: 2, radii: Float64Array.of(1, 0.5), reach: 1 };
      const end = minimiseInBalls(problem, moves, { ...OPTIONS, each });
      expect(end.by).toBe('stopped');
      expect([end.steps, calls]).toEqual([most, most]);
      expect(Math.hypot(moves[0], moves[1])).toBeLessThan(1);
      expect(Math.hypot(moves[2], moves[3])).toBeLessThan(0.5);
    }
    const moves = new Float64Array(4);
    const problem = { energy, dimension: 2, radii: Float64Array.of(1, 0.5), reach: 1 };
    expect(minimiseInBalls(problem, moves, { ...OPTIONS, steps: 3 })).toMatchObject({ by: 'steps', steps: 3 });
  });
});
