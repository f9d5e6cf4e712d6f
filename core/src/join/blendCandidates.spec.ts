import { valueOf } from '../curve/curves.fixture';
import type { Vector3 } from '../linear/vector';
import { arcLength } from '../measure/arcLength';
import { energies } from '../measure/energies';
import type { Jet } from '../measure/jet';
import { blend } from './blend';
import { blendCandidates } from './blendCandidates';

const jet = (point: Vector3, tangent: Vector3, curvature: Vector3 = [0, 0, 0]): Jet => ({
  point,
  tangent,
  curvature,
  rate: [0, 0, 0],
});
const first = jet([0, 0, 0], [1, 0, 0]);
const second = jet([50, 50, 0], [0, -1, 0]);

describe('candidates for a blend', () => {
  it('are the fairest, which is the blend itself (check B2), and one that is shorter and within the factor', () => {
    for (const worse of [1.5, 2, 4]) {
      const { fairest, shortest } = valueOf(blendCandidates(first, second, [2, 2], worse));
      expect(fairest.magnitudes[0]).toBeCloseTo(86.457, 3);
      expect(fairest.fairness).toBeCloseTo(energies(fairest.curve).fairness, 12);
      expect(shortest.fairness / fairest.fairness).toBeCloseTo(worse, 4);
      expect(shortest.magnitudes[0]).toBeLessThan(fairest.magnitudes[0]);
      expect(arcLength(shortest.curve).total).toBeLessThan(arcLength(fairest.curve).total);
    }
  });

  it('between the ends of one circle keep below an F that nobody sees', () => {
    const [a, b] = [jet([25, 0, 0], [0, 1, 0], [-0.04, 0, 0]), jet([0, 25, 0], [1, 0, 0], [0, -0.04, 0])];
    const { shortest } = valueOf(blendCandidates(a, b));
    expect(shortest.fairness).toBeLessThanOrEqual(1);
  });

  it('are none where there is no blend', () => {
    expect(blendCandidates(first, { ...second, point: [0, 0, 0] })).toEqual({
      ok: false,
      failure: { kind: 'no-length' },
    });
    expect(blendCandidates(first, second).ok).toBe(blend(first, second).ok);
  });
});
