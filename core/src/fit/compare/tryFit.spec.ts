import { domainOf } from '../../curve/curve';
import { valueOf } from '../../curve/curves.fixture';
import { evaluate } from '../../curve/evaluate';
import { distance, type Vector3, vectorAt } from '../../linear/vector';
import { ARCH, around, noisy, profile, ZIG_ZAG } from '../strokes.fixture';
import { throughPoints } from '../through/throughPoints';
import { FIT_METHODS, type FitMethod, tryFit, type TriedFit } from './tryFit';

const tried = (points: Float64Array, method: FitMethod, more = {}): TriedFit =>
  valueOf(tryFit(points, method, { tolerance: 0.3, ...more }));
const THROUGH: readonly FitMethod[] = ['uniform', 'chord', 'centripetal', 'foley-nielson', 'faded', 'elastica', 'fairest', 'euler-spiral']; // prettier-ignore
const TURN = 2 * Math.PI;

describe('fits of the same points', () => {
  it.each(FIT_METHODS)('%s keeps its promise, open and closed, in the plane and in space', (method) => {
    const lifted = ARCH.map((x, i) => (i % 3 === 2 ? (i * i) / 40 : x));
    for (const [points, closed] of [
      [ARCH, false],
      [lifted, false],
      [around(9, 40, 0, (TURN * 8) / 9), true],
      [ARCH.slice(0, 9), false],
    ] as const) {
      const { figures, curve, normal } = tried(points, method, { closed });
      expect(figures.length).toBeGreaterThan(0);
      expect(figures.fairness).toBeLessThan(Infinity);
      expect(normal === null).toBe(points === lifted);
      if (THROUGH.includes(method)) expect(figures.max).toBeLessThan(1e-9);
      if (method === 'fewest') expect(figures.max).toBeLessThanOrEqual(0.3);
      // The root mean square by parameter bounds that by distance, and it the mean.
      if (method === 'smoothing') expect(figures.mean).toBeLessThanOrEqual(0.3);
      const [first, last] = domainOf(curve);
      const ends = distance(evaluate(curve, first), evaluate(curve, last));
      if (closed) expect(ends).toBeLessThan(1e-9);
      else expect(ends).toBeGreaterThan(10);
      if (normal) {
        const up = normal;
        const off = (p: Vector3) => Math.abs(p[0] * up[0] + p[1] * up[1] + p[2] * up[2]);
        for (let k = 0; k <= 20; k++)
          expect(off(evaluate(curve, first + (k / 20) * (last - first)))).toBeLessThan(1e-9);
      }
    }
  });

  it('no method wins both: on the arch the fairest, on the zig-zag the elastica', () => {
    const fairness = (points: Float64Array) =>
      Object.fromEntries(THROUGH.map((method) => [method, tried(points, method).figures.fairness]));
    const arch = fairness(ARCH);
    expect(Math.min(...Object.values(arch))).toBe(arch.fairest);
    const sharp = fairness(ZIG_ZAG);
    expect(Math.min(...Object.values(sharp))).toBe(sharp.elastica);
  });

  it('count what a designer looks for', () => {
    // Natural ends pull an arc straight: end hooks, and no fairest curve has them.
    const arc = around(7, 50, 0, 2.4);
    const plain = tried(arc, 'chord').figures;
    expect(plain.hooks).toBeGreaterThan(0);
    expect(tried(arc, 'fairest').figures).toMatchObject({ hooks: 0, lumps: 0, inflections: 0 });
    expect(tried(arc, 'fairest').figures.smallestRadius).toBeCloseTo(50, 3);
    const { curve } = valueOf(throughPoints(arc, { parameterisation: 'chord' }));
    expect(plain.controlPoints).toBe(curve.points.length / 4);
    const noise = noisy(profile, 60, 0.2);
    const [near, through] = (['fewest', 'faded'] as const).map((method) => tried(noise, method).figures);
    expect(near.controlPoints).toBeLessThan(12);
    expect(near.lumps).toBeLessThan(through.lumps);
    expect(near.max).toBeGreaterThan(0);
    expect(near.mean).toBeLessThan(near.max);
    expect(distance(vectorAt(noise, near.index), [0, 0, 0])).toBeGreaterThanOrEqual(0);
  });

  it('say why a method is not offered, and what stands in for it', () => {
    const zig = tried(ZIG_ZAG, 'fairest');
    expect(zig.made).toBe('elastica');
    expect(zig.gates.map(({ kind }) => kind)).toEqual(['turn', 'turn']);
    // The third leg of the zig-zag doubles back.
    expect(zig.gates[0]).toMatchObject({ index: 3 });
    const lifted = ARCH.map((x, i) => (i % 3 === 2 ? (i * i) / 40 : x));
    expect(tried(lifted, 'euler-spiral')).toMatchObject({ made: 'elastica', gates: [{ kind: 'not-flat' }] });
    // Turning back at each point, an elastica as stiff as half a chord runs away.
    const back = Float64Array.from({ length: 24 }, (_, i) =>
      i % 3 === 0 ? (Math.floor(i / 3) % 2) * 40 : i % 3 === 1 ? Math.floor(i / 3) * 3 : 0,
    );
    const stiff = tried(back, 'elastica', { stiffness: 0.5 });
    expect(stiff.made).toBe('linear-tension');
    expect(stiff.gates).toHaveLength(1);
    expect(stiff.figures.max).toBeLessThan(1e-9);
  });

  it('tell how far they are', () => {
    for (const method of ['elastica', 'fairest', 'fewest'] as const) {
      const shares: (number | null)[] = [];
      tried(ARCH, method, { progress: (share: number | null) => void shares.push(share) });
      expect(shares.length).toBeGreaterThan(2);
      for (const share of shares) if (share !== null) expect(share).toBeLessThanOrEqual(1);
    }
  });

  it('give the same bits for the same points', () => {
    for (const method of FIT_METHODS) expect(tried(ZIG_ZAG, method)).toEqual(tried(ZIG_ZAG, method));
  });

  it('fail with what is wrong with the points', () => {
    const two = Float64Array.of(0, 0, 0, 9, 9, 0);
    for (const method of FIT_METHODS) {
      expect(tryFit(two, method, { tolerance: 1 })).toEqual({
        ok: false,
        failure: { kind: 'too-few-points', count: 2, needed: 3 },
      });
      const twice = Float64Array.of(0, 0, 0, 9, 9, 0, 9, 9, 0, 20, 0, 0);
      expect(tryFit(twice, method, { tolerance: 1 })).toMatchObject({
        failure: { kind: 'coincident-points', first: 1 },
      });
    }
    expect(() => tryFit(ARCH, 'chord', { tolerance: 0 })).toThrow('tolerance');
    expect(() => tryFit(ARCH, 'best' as FitMethod, { tolerance: 1 })).toThrow('method: one of');
  });
});
